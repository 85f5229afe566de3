-- when an item came to where it stands, found in the change log for items of before
alter table item add column in_state_since timestamp(6) with time zone;
alter table item add column started_at timestamp(6) with time zone;
alter table item add column finished_at timestamp(6) with time zone;
alter table item add column blocked_since timestamp(6) with time zone;

create table moved (
    item_key varchar(20) not null,
    field varchar(20) not null,
    state_key varchar(30),
    first_at timestamp(6) with time zone,
    last_at timestamp(6) with time zone
);

insert into moved
select c.subject, c.field, c.after_text, min(o.at_time), max(o.at_time)
from change_log c join operation o on o.id = c.operation_id
where c.field = 'state'
group by c.subject, c.field, c.after_text;

insert into moved
select c.subject, c.field, null, min(o.at_time), max(o.at_time)
from change_log c join operation o on o.id = c.operation_id
where c.field = 'blocked' and c.before_text is null
group by c.subject, c.field;

create index moved_item on moved (item_key, field);

update item set in_state_since = coalesce(
    (select max(m.last_at) from moved m where m.item_key = item.item_key and m.field = 'state'),
    created_at);
update item set started_at = (
    select min(m.first_at) from moved m
    where m.item_key = item.item_key and m.field = 'state'
        and m.state_key in (select s.state_key from product_state s where s.category = 'IN_PROGRESS'));
update item set finished_at = in_state_since
where state_key in (select s.state_key from product_state s where s.category = 'DONE');
update item set blocked_since = coalesce(
    (select max(m.last_at) from moved m where m.item_key = item.item_key and m.field = 'blocked'),
    updated_at)
where blocked is not null;

drop table moved;
alter table item alter column in_state_since set not null;
