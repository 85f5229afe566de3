-- Each figure of a dashboard has a filter of its own.
alter table dashboard alter column tiles varchar(64000) not null;
