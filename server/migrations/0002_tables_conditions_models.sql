create table property_table (
  id           integer generated always as identity primary key,
  campaign_id  integer not null references campaign on delete cascade,
  symbol       text not null,
  name         text not null,
  x_name       text not null,
  x_unit       text not null,
  y_unit       text not null,
  source       text not null,
  outside      text not null check (outside in ('refuse', 'hold')),
  x            float8[] not null,
  y            float8[] not null,
  unique (campaign_id, symbol)
);

create table condition (
  id           integer generated always as identity primary key,
  campaign_id  integer not null references campaign on delete cascade,
  name         text not null,
  limits       jsonb not null,
  unique (campaign_id, name)
);

create table fit (
  id           integer generated always as identity primary key,
  campaign_id  integer not null references campaign on delete cascade,
  name         text not null,
  run_id       integer not null references run,
  x            text not null,
  y            text not null,
  model        text not null,
  settings     jsonb not null,
  unique (campaign_id, name)
);

create table fit_condition (
  fit_id        integer not null references fit on delete cascade,
  position      integer not null,
  condition_id  integer not null references condition,
  primary key (fit_id, position)
);

create table comparison (
  id                integer generated always as identity primary key,
  campaign_id       integer not null references campaign on delete cascade,
  name              text not null,
  fit_id            integer not null references fit,
  candidate_run_id  integer not null references run,
  x                 text not null,
  y                 text not null,
  unique (campaign_id, name)
);

create table finding (
  id           integer generated always as identity primary key,
  campaign_id  integer not null references campaign on delete cascade,
  sentence     text not null,
  origin       jsonb not null,
  created_at   timestamptz not null default now()
);
