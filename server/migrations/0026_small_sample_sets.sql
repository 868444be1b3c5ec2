-- The rows of a typed run are a few kilobytes and written anew with each reading. A table made and dropped for each of
-- them costs more than they do: they share one.
create table sample_chunk_shared partition of sample_chunk default;
alter table sample_chunk_shared alter column data set storage external;
