-- How files of a rig are read; shared by all campaigns, since a rig serves many.
create table saved_layout (
  id       integer generated always as identity primary key,
  name     text not null unique,
  content  jsonb not null,
  used_at  timestamptz not null default now()
);
