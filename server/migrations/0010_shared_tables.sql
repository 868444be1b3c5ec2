-- Property tables that every campaign can use, and what a table was before each change.
alter table property_table
  alter column campaign_id drop not null,
  add column is_shared boolean not null default false,
  add constraint property_table_somewhere check (is_shared or campaign_id is not null);
create unique index property_table_shared_symbol on property_table (symbol) where is_shared;

create table property_table_version (
  table_id integer not null references property_table on delete cascade,
  version  integer not null,
  saved_at timestamptz not null default now(),
  body     jsonb not null,
  primary key (table_id, version)
);
