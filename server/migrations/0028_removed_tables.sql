-- A table that was deleted can be brought back as it was, under its own number, with what it was before.
-- Whoever adds a column to property_table that must not be null fills it in here as well.
create table removed_table (
  table_id     integer primary key,
  campaign_id  integer references campaign on delete cascade,
  is_shared    boolean not null,
  symbol       text not null,
  name         text not null,
  body         jsonb not null,
  versions     jsonb not null,
  removed_at   timestamptz not null default now()
);
create index removed_table_of on removed_table (campaign_id);
