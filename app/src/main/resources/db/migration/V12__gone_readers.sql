-- Of what is gone, who alone had seen it: what still tells of it is for nobody else.
create table gone_readers (
    item_key varchar(14) primary key,
    readers varchar(200000) not null
);

-- A deletion says the readers last of all, from above where the item had none of its own.
insert into gone_readers (item_key, readers)
select said.subject, said.before_text
from change_log said
join change_log gone
    on gone.operation_id = said.operation_id
    and gone.subject = said.subject
    and gone.field = 'exists'
    and gone.after_text is null
where said.field = 'readers'
    and said.before_text is not null
    and said.after_text is null
    and not exists (select 1 from item where item.item_key = said.subject)
    and not exists (
        select 1
        from change_log later
        where later.subject = said.subject
            and later.field = 'exists'
            and later.operation_id > said.operation_id
    );
