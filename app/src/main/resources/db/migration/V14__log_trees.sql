-- Each index is written to with every change. A time is found among operations by their numbers, which go with it; and
-- what a change's number refers to is written in the same transaction and never taken away.
drop index operation_time;
alter table change_log drop constraint if exists constraint_9d;
