import type { DerivedReply } from '@undameter/contract';
import { recipeWords, type ErrorReport, type Recipe } from '@undameter/core';
import type { Db } from './pg/Database';

export interface DerivedRun {
  runId: number;
  fromRunId: number;
  recipe: Recipe;
}

/** What a run is, as far as what is made from it depends on it: its samples, its procedure, what is declared of them. */
const CONTENT_OF = (run: string): string => `
  concat_ws('|', ${run}.sample_set,
    (select v.steps::text from procedure_version v where v.run_id = ${run}.id and v.version = ${run}.procedure_version),
    (select jsonb_agg(jsonb_build_array(c.symbol, c.name, c.unit, c.labels, c.uncertainty, s.sources) order by c.position)
       from channel c left join sensor s on s.id = c.sensor_id where c.run_id = ${run}.id)::text)`;

/**
 * What a run made from another stands on, as one word: its recipe, the other and further ones that it reads, and the
 * tables that their formulas may look up in.
 */
const STANDS_ON = `
  md5(concat_ws('|', d.recipe::text, ${CONTENT_OF('r')},
    (select string_agg(${CONTENT_OF('o')}, '|' order by o.id)
       from derived_run_other other join run o on o.id = other.other_run_id where other.run_id = d.run_id),
    (select jsonb_agg(to_jsonb(t) order by t.id)
       from property_table t where t.campaign_id = r.campaign_id or t.is_shared)::text))`;

const FROM = `
  from derived_run d
  join run r on r.id = d.from_run_id`;

/** A statement whose parts are texts of ours and numbers. */
const ask = <Row>(db: Db, text: string): Promise<Row[]> => db.sql<Row>(Object.assign([text], { raw: [text] }));

/** Keeps how a run is made, and that it was made from what is there now. @param others  runs of the further fields */
export async function keepDerived(
  db: Db,
  { runId, fromRunId, recipe }: DerivedRun,
  said: readonly string[],
  others: readonly number[] = [],
): Promise<void> {
  await db.sql`
    insert into derived_run (run_id, from_run_id, recipe, made_from, said)
    values (${runId}, ${fromRunId}, ${JSON.stringify(recipe)}::jsonb, '', ${JSON.stringify(said)}::jsonb)`;
  for (const other of new Set(others))
    await db.sql`insert into derived_run_other (run_id, other_run_id) values (${runId}, ${other})`;
  await markMade(db, runId, said, null);
}

/** That a run was made anew from what is there now, or why it could not be. */
export async function markMade(
  db: Db,
  runId: number,
  said: readonly string[],
  problem: ErrorReport | null,
): Promise<void> {
  const [now] = await ask<{ key: string }>(
    db,
    `select ${STANDS_ON} as key ${FROM} where d.run_id = ${Math.trunc(runId)}`,
  );
  await db.sql`
    update derived_run
       set made_from = ${now!.key}, said = ${JSON.stringify(said)}::jsonb,
           problem = nullif(${JSON.stringify(problem)}::jsonb, 'null')
     where run_id = ${runId}`;
}

/** Runs that were made from something that is otherwise now, those that were made first before the others. */
export const staleDerived = (db: Db): Promise<(DerivedRun & { said: string[] })[]> =>
  ask(
    db,
    `select d.run_id as "runId", d.from_run_id as "fromRunId", d.recipe, d.said ${FROM}
       join run own on own.id = d.run_id
      where own.ready and d.made_from <> ${STANDS_ON} order by d.run_id`,
  );

/** @returns undefined for a run that was not made from another */
export async function derivedOf(db: Db, runId: number): Promise<DerivedReply | undefined> {
  const [row] = await db.sql<Omit<DerivedReply, 'words'> & { others: string[] }>`
    select d.from_run_id as "fromRunId", r.name as "fromName", d.recipe, d.said, d.problem,
           array(select o.name from derived_run_other other join run o on o.id = other.other_run_id
                  where other.run_id = d.run_id order by o.id) as others
      from derived_run d join run r on r.id = d.from_run_id where d.run_id = ${runId}`;
  if (!row) return undefined;
  const { others, ...rest } = row;
  return { ...rest, words: recipeWords(rest.recipe, others) };
}
