-- A picture of a chart that points are read off, with where its axes lie and what was read.
create table picture (
  id          integer generated always as identity primary key,
  campaign_id integer not null references campaign on delete cascade,
  name        text not null,
  media_type  text not null,
  content     bytea not null,
  sheet       jsonb not null,
  version     integer not null default 1,
  unique (campaign_id, name)
);
