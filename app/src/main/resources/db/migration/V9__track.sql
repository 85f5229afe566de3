-- who made an item, found in the change log for items of before
alter table item add column raised_by varchar(60);

create table making (
    item_key varchar(20) not null,
    operation_id bigint not null
);

insert into making
select c.subject, min(c.operation_id)
from change_log c
where c.field = 'exists' and c.before_text is null
group by c.subject;

create index making_item on making (item_key);

update item set raised_by = (
    select o.actor from making m join operation o on o.id = m.operation_id
    where m.item_key = item.item_key);

drop table making;
