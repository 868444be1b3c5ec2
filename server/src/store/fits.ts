import type { FitBody, FitResults, FitRow, FurtherSource } from '@undameter/contract';
import { calledMadeUp } from '@undameter/core';
import { checkConditions } from './conditions';
import { oneOf, uniquely, unused } from './one';
import type { Database, Db } from './pg/Database';

const rows = (db: Db, campaignId: number | null, id: number | null): Promise<FitRow[]> =>
  db.sql<FitRow>`
    select f.id, f.campaign_id as "campaignId", f.name, f.run_id as "runId", f.x, f.y, f.data, f.weights, f.model,
           f.settings, f.choices, f.results, f.models, f.one_series_of as "oneSeriesOf",
           coalesce((select jsonb_agg(jsonb_build_object('id', u.id, 'runId', u.run_id, 'x', u.x, 'y', u.y,
                      'oneSeriesOf', u.one_series_of, 'conditionIds',
                      coalesce((select jsonb_agg(c.condition_id order by c.position) from fit_further_condition c
                                 where c.fit_id = u.fit_id and c.further_id = u.id), '[]'::jsonb)) order by u.position)
                       from fit_further u where u.fit_id = f.id), '[]'::jsonb) as further,
           coalesce((select jsonb_agg(fc.condition_id order by fc.position) from fit_condition fc where fc.fit_id = f.id),
                    '[]'::jsonb) as "conditionIds"
      from fit f
     where (${campaignId}::int is null or f.campaign_id = ${campaignId}) and (${id}::int is null or f.id = ${id})
     order by f.id`;

export const fits = (db: Db, campaignId: number): Promise<FitRow[]> => rows(db, campaignId, null);

/** @throws {AppError} NOT_FOUND */
export const fit = async (db: Db, id: number): Promise<FitRow> => oneOf(await rows(db, null, id), 'fit', id);

/** @throws {AppError} NAME_TAKEN, NOT_FOUND */
export async function createFit(db: Database, campaignId: number, body: FitBody, results: FitResults): Promise<FitRow> {
  const id = await db.transaction(async (tx) => {
    await checkParts(tx, campaignId, body);
    const name = await nameOf(tx, body);
    const made = await uniquely(
      'fit',
      name,
      tx.sql<{ id: number }>`
      insert into fit (campaign_id, name, run_id, x, y, one_series_of, data, weights, model, settings, choices, models,
                       results)
      values (${campaignId}, ${name}, ${body.runId}, ${body.x}, ${body.y}, ${body.oneSeriesOf ?? 'condition'}, ${body.data},
              ${body.weights},
              ${body.model}, ${JSON.stringify(body.settings)}::jsonb, ${JSON.stringify(body.choices)}::jsonb,
              ${JSON.stringify(body.models ?? {})}::jsonb, ${JSON.stringify(results)}::jsonb)
      returning id`,
    );
    await writeConditions(tx, made[0]!.id, body.conditionIds);
    await writeFurther(tx, made[0]!.id, body.further ?? []);
    return made[0]!.id;
  });
  return fit(db, id);
}

/** Findings, tables and figures name the fit: one of a made-up run says so too. */
async function nameOf(db: Db, { name, runId, further = [] }: FitBody): Promise<string> {
  const runs = [runId, ...further.map((f) => f.runId)];
  const [found] = await db.sql`
    select 1 from run where origin = 'madeUp' and id in (select jsonb_array_elements_text(${JSON.stringify(runs)}::jsonb)::int)`;
  return found ? calledMadeUp(name) : name.trim();
}

/** Further sources and models of single series that are left out stay. @throws {AppError} NAME_TAKEN, NOT_FOUND */
export async function updateFit(db: Database, id: number, body: FitBody, results: FitResults): Promise<FitRow> {
  await db.transaction(async (tx) => {
    const { campaignId } = await fit(tx, id);
    await checkParts(tx, campaignId, body);
    const name = await nameOf(tx, body);
    await uniquely(
      'fit',
      name,
      tx.sql`
      update fit set name = ${name}, run_id = ${body.runId}, x = ${body.x}, y = ${body.y},
             one_series_of = ${body.oneSeriesOf ?? 'condition'}, data = ${body.data},
             weights = ${body.weights}, model = ${body.model}, settings = ${JSON.stringify(body.settings)}::jsonb,
             choices = ${JSON.stringify(body.choices)}::jsonb, models = coalesce(${body.models ? JSON.stringify(body.models) : null}::jsonb, models), results = ${JSON.stringify(results)}::jsonb where id = ${id}`,
    );
    await tx.sql`delete from fit_condition where fit_id = ${id}`;
    await writeConditions(tx, id, body.conditionIds);
    if (!body.further) return;
    await tx.sql`delete from fit_further where fit_id = ${id}`;
    await writeFurther(tx, id, body.further);
  });
  return fit(db, id);
}

/** @throws {AppError} STILL_USED, NOT_FOUND */
export async function removeFit(db: Db, id: number): Promise<void> {
  oneOf(await unused('fit', 'a comparison', db.sql`delete from fit where id = ${id} returning id`), 'fit', id);
}

/** The runs and the conditions must be of the same campaign. */
async function checkParts(db: Db, campaignId: number, body: FitBody): Promise<void> {
  for (const { runId, conditionIds } of [body, ...(body.further ?? [])]) {
    oneOf(await db.sql`select id from run where id = ${runId} and campaign_id = ${campaignId} and ready`, 'run', runId);
    await checkConditions(db, campaignId, runId, conditionIds);
  }
}

async function writeConditions(db: Db, fitId: number, ids: readonly number[]): Promise<void> {
  await db.sql`
    insert into fit_condition (fit_id, position, condition_id)
    select ${fitId}, position - 1, id from unnest(${ids}::int[]) with ordinality as given(id, position)`;
}

async function writeFurther(db: Db, fitId: number, further: readonly FurtherSource[]): Promise<void> {
  const given = JSON.stringify(further);
  await db.sql`
    insert into fit_further (fit_id, id, position, run_id, x, y, one_series_of)
    select ${fitId}, (one->>'id')::int, position - 1, (one->>'runId')::int, one->>'x', one->>'y',
           coalesce(one->>'oneSeriesOf', 'condition')
      from jsonb_array_elements(${given}::jsonb) with ordinality as given(one, position)`;
  await db.sql`
    insert into fit_further_condition (fit_id, further_id, position, condition_id)
    select ${fitId}, (one->>'id')::int, position - 1, condition::int
      from jsonb_array_elements(${given}::jsonb) as given(one),
           jsonb_array_elements_text(one->'conditionIds') with ordinality as of(condition, position)`;
}
