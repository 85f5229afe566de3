-- parts of the plan as named texts, each with its history in the change log
create table plan_fact (
    subject varchar(120) not null,
    fact varchar(160) not null,
    text varchar(4000) not null,
    primary key (subject, fact)
);

insert into plan_fact select 'team:' || team_key, 'name', name from team;
insert into plan_fact select 'team:' || team, 'member.' || person, 'yes' from team_member;
insert into plan_fact select 'team:' || team, 'product.' || product, 'yes' from team_product;
-- the parts of a state have tabs between
insert into plan_fact
select 'team:' || team,
    'state.' || level_key || '.' || lpad(cast(place as varchar(3)), 3, '0'),
    state_key || '	' || category || '	' || name
from team_state;

insert into plan_fact select 'sprint:' || sprint_key, 'team', team from sprint;
insert into plan_fact select 'sprint:' || sprint_key, 'name', name from sprint;
insert into plan_fact select 'sprint:' || sprint_key, 'start', cast(start_day as varchar(10)) from sprint;
insert into plan_fact select 'sprint:' || sprint_key, 'finish', cast(finish_day as varchar(10)) from sprint;
insert into plan_fact
select 'sprint:' || sprint_key, 'startedAt', to_char(started_at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"')
from sprint where started_at is not null;
insert into plan_fact
select 'sprint:' || sprint_key, 'closedAt', to_char(closed_at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"')
from sprint where closed_at is not null;

insert into plan_fact select 'release:' || release_key, 'product', product from product_release;
insert into plan_fact select 'release:' || release_key, 'name', name from product_release;
insert into plan_fact select 'release:' || release_key, 'date', cast(release_day as varchar(10)) from product_release;

drop table product_release;
drop table sprint;
drop table team_state;
drop table team_product;
drop table team_member;
drop table team;

-- what a change is about: an item's key, or a part of the plan such as sprint:lantern-7
alter table change_log alter column item_key rename to subject;
alter table change_log alter column subject set data type varchar(120);
alter table change_log alter column field set data type varchar(160);
