create table campaign (
  id          integer generated always as identity primary key,
  name        text not null unique,
  question    text not null default '',
  demo        boolean not null default false,
  created_at  timestamptz not null default now()
);

create table run (
  id                 integer generated always as identity primary key,
  campaign_id        integer not null references campaign on delete cascade,
  name               text not null,
  kind               text not null check (kind in ('measured', 'simulated')),
  file_name          text not null,
  file_sha256        text not null,
  file_bytes         bigint not null,
  samples            integer not null default 0,
  along              text,
  layout             jsonb,
  record             jsonb,
  -- A run becomes ready with the last of its samples; what is not ready at start is purged.
  ready              boolean not null default false,
  procedure_version  integer not null default 0,
  created_at         timestamptz not null default now(),
  unique (campaign_id, name)
);

create table channel (
  run_id    integer not null references run on delete cascade,
  position  integer not null,
  symbol    text not null,
  name      text not null,
  unit      text not null,
  primary key (run_id, position),
  unique (run_id, symbol)
);

-- Column blocks: level 0 holds 65,536 samples a chunk as float64; level s > 0 holds the
-- lowest, then the highest value of each bucket of s samples, in one chunk.
create table sample_chunk (
  run_id    integer not null,
  position  integer not null,
  level     integer not null,
  k         integer not null,
  data      bytea not null,
  primary key (run_id, position, level, k)
) partition by list (run_id);
alter table sample_chunk alter column data set storage external;

create table procedure_version (
  run_id      integer not null references run on delete cascade,
  version     integer not null,
  steps       jsonb not null,
  created_at  timestamptz not null default now(),
  primary key (run_id, version)
);
