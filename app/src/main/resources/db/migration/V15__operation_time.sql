-- A moment is found among operations by its time.
create index operation_time on operation (at_time);
