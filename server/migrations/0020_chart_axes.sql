-- How the axes of the charts on the bench are wanted; a chart without a row chooses them itself.
create table chart_axes (
  campaign_id  integer not null references campaign on delete cascade,
  chart        text not null,
  axes         jsonb not null,
  kept_at      timestamptz not null default now(),
  primary key (campaign_id, chart)
);
