-- A derived run may read further fields beside the one that it is made from: a difference of two.
create table derived_run_other (
  run_id        integer not null references derived_run on delete cascade,
  other_run_id  integer not null references run,
  primary key (run_id, other_run_id)
);
create index derived_run_other_of on derived_run_other (other_run_id);
