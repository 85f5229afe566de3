-- which products an operation touched, so that the history of one does not go through what was done in others
create table operation_product (
    product varchar(5) not null,
    operation_id bigint not null references operation (id),
    primary key (product, operation_id)
);

insert into operation_product (product, operation_id)
select distinct regexp_replace(subject, '[0-9]+$', ''), operation_id
from change_log where subject not like '%:%'
union
select distinct substring(subject, 9), operation_id
from change_log where subject like 'product:%';
