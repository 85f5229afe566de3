-- replies to what somebody said, and talks that are settled
alter table item_comment add column reply_to bigint references item_comment (id);
alter table item_comment add column settled_by varchar(60);

-- the whole log is looked through by day and by person, and a product's past by its changes
create index operation_time on operation (at_time);
