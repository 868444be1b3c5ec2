-- A run comes from a file, from a hand, or from a formula.
alter table run add column origin text not null default 'file' check (origin in ('file', 'typed', 'madeUp'));

-- The rows of a typed run as they were typed; its columns are its channels. Every state of them is kept.
create table typed_sheet (
  run_id   integer not null references run on delete cascade,
  version  integer not null,
  columns  jsonb not null,
  rows     jsonb not null,
  saved_at timestamptz not null default now(),
  primary key (run_id, version)
);

-- What a run was made up from.
create table made_up (
  run_id  integer primary key references run on delete cascade,
  recipe  jsonb not null
);
