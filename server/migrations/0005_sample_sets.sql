-- The samples of a run are a set of their own, so that a run can get new ones (read again
-- with other settings, continued, joined) in one move, and keep its procedure.
create sequence sample_set_number;
select setval('sample_set_number', greatest(1, (select coalesce(max(id), 1) from run)));
alter table sample_chunk rename column run_id to sample_set;
alter table run add column sample_set integer;
update run set sample_set = id;
alter table run alter column sample_set set not null;
alter table run add constraint run_sample_set_key unique (sample_set);

-- A file can lie in a container that lies in another: the way to it.
alter table run add column parts jsonb not null default '[]';
update run set parts = jsonb_build_array(part) where part is not null;
alter table run drop column part;

-- Files whose rows or channels were added later, in order.
alter table run add column sources jsonb not null default '[]';

-- How a channel's cells were read (null where it came from elsewhere), the words of a
-- category, and what was declared of its uncertainty.
alter table channel add column reading jsonb;
alter table channel add column labels jsonb;
alter table channel add column uncertainty jsonb;
