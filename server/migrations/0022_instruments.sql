-- Instruments of a campaign: how each is talked to, and what of it is read or set.
create table instrument (
  id integer generated always as identity primary key,
  campaign_id integer not null references campaign on delete cascade,
  name text not null,
  body jsonb not null,
  unique (campaign_id, name)
);

-- Which columns of a typed run are set or read by which instruments, and how readings are taken.
create table bench_session (
  run_id   integer primary key references run on delete cascade,
  session  jsonb not null
);
