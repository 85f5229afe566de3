-- one row for each guard that is held while something is decided that two may not decide at once
create table guard (
    name varchar(40) primary key
);
insert into guard (name) values ('administrators');

-- made once, with the first administrator
create table first_start (
    id integer primary key check (id = 1),
    at timestamp(6) with time zone not null
);
insert into first_start (id, at) select 1, current_timestamp from person fetch first 1 row only;

alter table api_token add column expires_at timestamp(6) with time zone;
update api_token set expires_at = current_timestamp + interval '365' day;

-- an invitation may also let somebody who is there choose another password
alter table invitation add column reset boolean default false not null;

-- who came in, who failed to, and what was changed about who may do what
create table audit (
    id bigint generated always as identity primary key,
    at timestamp(6) with time zone not null,
    event varchar(40) not null,
    actor varchar(60) not null,
    subject varchar(120) not null,
    address varchar(60) not null,
    details varchar(500) not null
);
create index audit_at on audit (at);

-- a request that was removed can be put back
alter table intake_entry add column removed_at timestamp(6) with time zone;

-- so can a view
alter table saved_view add column removed boolean default false not null;

-- the comment or the change that a notice is about
alter table notice add column target varchar(40) default '' not null;
