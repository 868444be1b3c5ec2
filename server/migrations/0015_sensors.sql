-- Sensors of a campaign with what their certificates state; a channel that one measured refers to it.
create table sensor (
  id integer generated always as identity primary key,
  campaign_id integer not null references campaign on delete cascade,
  name text not null,
  unit text not null,
  sources jsonb not null,
  notes text not null default '',
  unique (campaign_id, name)
);
alter table channel add column sensor_id integer references sensor;
create index channel_sensor on channel (sensor_id) where sensor_id is not null;
