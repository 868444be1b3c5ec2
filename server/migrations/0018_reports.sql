-- Documents of a campaign; their living things refer to what was taken by the hash of its content.
create table report (
  id integer generated always as identity primary key,
  campaign_id integer not null references campaign on delete cascade,
  name text not null,
  kind text not null,
  document jsonb not null,
  page jsonb not null,
  saved_at timestamptz not null default now()
);
create index report_campaign on report (campaign_id);

-- Named states of a report, kept as they were.
create table report_version (
  id integer generated always as identity primary key,
  report_id integer not null references report on delete cascade,
  name text not null,
  document jsonb not null,
  created_at timestamptz not null default now(),
  unique (report_id, name)
);

-- Frames for the next report.
create table report_template (
  id integer generated always as identity primary key,
  campaign_id integer not null references campaign on delete cascade,
  name text not null,
  document jsonb not null,
  unique (campaign_id, name)
);

-- What living things said, by the hash of it: what a report shows stays though what it stands on moves.
create table kept_content (
  hash text primary key,
  content jsonb not null,
  basis jsonb not null,
  drawing jsonb,
  created_at timestamptz not null default now()
);
