-- Kept charts of a campaign: what each shows, how it is dressed, and the last that could be drawn of it.
create table figure (
  id integer generated always as identity primary key,
  campaign_id integer not null references campaign on delete cascade,
  name text not null,
  source jsonb not null,
  dressing jsonb not null,
  content jsonb,
  drawn_at timestamptz,
  frozen_at timestamptz,
  created_at timestamptz not null default now()
);
create index figure_campaign on figure (campaign_id);

-- Dressings under a name, to be put on other figures.
create table house_style (
  id integer generated always as identity primary key,
  campaign_id integer not null references campaign on delete cascade,
  name text not null,
  look jsonb not null,
  dressing jsonb not null,
  unique (campaign_id, name)
);
