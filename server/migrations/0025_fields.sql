-- A simulated field is a run whose samples are nodes; how they are joined lies beside it.
alter table run drop constraint run_origin_check;
alter table run add constraint run_origin_check check (origin in ('file', 'typed', 'madeUp', 'field', 'derived'));

create table field (
  run_id     integer primary key references run on delete cascade,
  -- How the variables of the file were taken: what is proposed for the next file with a variable of the same name.
  taken      jsonb not null,
  remarks    jsonb not null
);
create table field_mesh (
  run_id  integer not null references run on delete cascade,
  part    text not null check (part in ('nodes', 'starts', 'shapes', 'zones')),
  k       integer not null,
  data    bytea not null,
  primary key (run_id, part, k)
);
alter table field_mesh alter column data set storage external;

-- A run made from another one by a recipe, and what it was made from, so that a change of that is noticed.
create table derived_run (
  run_id       integer primary key references run on delete cascade,
  from_run_id  integer not null references run,
  recipe       jsonb not null,
  made_from    text not null,
  said         jsonb not null,
  problem      jsonb
);
create index derived_run_from on derived_run (from_run_id);
