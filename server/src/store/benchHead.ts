import type { RunReply } from '@undameter/contract';
import { oneOf } from './one';
import type { Db } from './pg/Database';
import { withSensor, type StoredChannel, type WithSensor } from './runs';

/** What computing with a run needs beside its samples. */
export interface BenchHead extends Pick<
  RunReply,
  'campaignId' | 'name' | 'kind' | 'samples' | 'along' | 'record' | 'sampleSet' | 'isField'
> {
  steps: RunReply['procedure'];
  declared: Omit<StoredChannel, 'reading'>[];
}

/** A run as computing needs it, by one question: it is asked at each turn of a knob. @throws {AppError} NOT_FOUND */
export async function benchHead(db: Db, runId: number): Promise<BenchHead> {
  const rows = await db.sql<Omit<BenchHead, 'declared'> & { declared: WithSensor<BenchHead['declared'][number]>[] }>`
    select r.campaign_id as "campaignId", r.name, r.kind, r.samples, r.along, r.record, r.sample_set as "sampleSet",
           exists (select from field f where f.run_id = r.id) as "isField", p.steps,
           (select jsonb_agg(jsonb_build_object(
                     'position', c.position, 'symbol', c.symbol, 'name', c.name, 'unit', c.unit, 'labels', c.labels,
                     'uncertainty', c.uncertainty, 'sensorId', c.sensor_id,
                     'sensor', case when s.id is not null then
                       jsonb_build_object('name', s.name, 'unit', s.unit, 'sources', s.sources) end)
                   order by c.position)
              from channel c left join sensor s on s.id = c.sensor_id
             where c.run_id = r.id) as declared
      from run r join procedure_version p on p.run_id = r.id and p.version = r.procedure_version
     where r.id = ${runId} and r.ready`;
  const { declared, ...head } = oneOf(rows, 'run', runId);
  return { ...head, declared: declared.map(withSensor) };
}
