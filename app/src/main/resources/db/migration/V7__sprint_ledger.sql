-- what each operation made of sprints; follows from the change log and can be made from it anew
create sequence sprint_entry_seq start with 1 increment by 50;

create table sprint_entry (
    id bigint primary key,
    sprint varchar(120) not null,
    at_time timestamp(6) with time zone not null,
    kind varchar(10) not null,
    item varchar(20),
    inside boolean not null,
    thousandths bigint,
    done boolean not null
);

create index sprint_entry_by_sprint on sprint_entry (sprint, id);

-- a candidate says for which sprint
update item_detail set text = 'next' where field = 'candidate' and text = 'yes';
update change_log set before_text = 'next' where field = 'candidate' and before_text = 'yes';
update change_log set after_text = 'next' where field = 'candidate' and after_text = 'yes';
