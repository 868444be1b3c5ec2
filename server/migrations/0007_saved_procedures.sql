-- A procedure kept for other runs, with the units of the channels that it was made on.
create table saved_procedure (
  id           integer generated always as identity primary key,
  campaign_id  integer not null references campaign (id) on delete cascade,
  name         text not null,
  steps        jsonb not null,
  channels     jsonb not null,
  unique (campaign_id, name)
);
