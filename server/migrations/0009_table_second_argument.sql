-- A second argument of a property table: its name, unit, knots, and how it is interpolated along it.
alter table property_table add column second jsonb;
