import { seriesKey, type FindingOrigin, type SeriesAddress } from '@undameter/contract';
import { AppError, formatValue, printUnit, readsOf, type Step } from '@undameter/core';
import { budgetOfFinding } from '../findings/budgetOfFinding';
import { optimumOf, placeOf, readingsOf } from '../findings/originOf';
import type { Services } from '../services';
import { comparison } from '../store/comparisons';
import { findings, type StoredFinding } from '../store/findings';
import { fit } from '../store/fits';
import { countOf, percent } from './Kind';
import { evaluated } from './kinds/ofRun';

/** One reason why a finding may be off. */
export interface ErrorLine {
  key: string;
  source: string;
  kind: string;
  weight: string;
}

/** A part of a budget that is smaller is not worth a line. */
const LEAST_SHARE = 0.01;

/**
 * What the campaign knows of why its findings may be off: the largest parts of their budgets, what the judgement of
 * their fits doubts, what was extrapolated, what was set aside, what smoothing cost.
 */
export async function errorsOf(services: Services, campaignId: number): Promise<ErrorLine[]> {
  const found = await findings(services.db, campaignId);
  const lines: ErrorLine[] = [];
  for (const [i, finding] of found.entries())
    lines.push(
      ...(await attempted(() => budgetLines(services, finding, i + 1))),
      ...(await attempted(() => beyond(services, finding, i + 1))),
    );
  for (const origin of seriesOf(found)) lines.push(...(await attempted(() => doubtsOf(services, origin))));
  for (const [runId, wanted] of await runsOf(services, found))
    lines.push(...(await attempted(() => ofProcedure(services, campaignId, runId, wanted))));
  return merged(lines);
}

/** One that cannot be computed any more adds nothing. */
async function attempted(work: () => Promise<ErrorLine[]>): Promise<ErrorLine[]> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof AppError) return [];
    throw error;
  }
}

async function budgetLines(services: Services, { origin }: StoredFinding, number: number): Promise<ErrorLine[]> {
  const { lines } = await budgetOfFinding(services, origin);
  return lines
    .filter((l) => (l.share ?? 0) >= LEAST_SHARE)
    .map((l) => ({
      key: `budget ${l.source}`,
      source: l.source,
      kind: l.kind,
      weight: `${percent(l.share!)} of u² of finding ${number}`,
    }));
}

/** What was read off a curve beyond its points. */
async function beyond(services: Services, { origin }: StoredFinding, number: number): Promise<ErrorLine[]> {
  if (origin.kind !== 'reading') return [];
  const { what } = origin;
  const outside =
    what === 'optimum'
      ? (await optimumOf(services, origin)).optimum.outside
      : Math.max(0, ...(await readingsOf(services, { ...origin, what })).readings.map((r) => r.outside));
  if (!(outside > 0)) return [];
  const weight = `finding ${number} lies ${percent(outside)} of the range of the points beyond them`;
  return [{ key: `beyond ${number}`, source: 'Extrapolation of the curve', kind: 'model', weight }];
}

/** Each fitted series that a finding stands on, once. */
function seriesOf(found: readonly StoredFinding[]): ({ fitId: number } & SeriesAddress)[] {
  const all = found.flatMap(({ origin }) => ('fitId' in origin ? [origin] : []));
  return [...new Map(all.map((o) => [`${o.fitId} ${seriesKey(o)}`, o])).values()];
}

async function doubtsOf(
  { db, loader, pools }: Services,
  { fitId, ...address }: { fitId: number } & SeriesAddress,
): Promise<ErrorLine[]> {
  const row = await fit(db, fitId);
  const task = await loader.fit(row);
  const { series } = await pools.fit(task);
  const index = placeOf(series, address);
  if (index < 0) return [];
  const { rungs } = await pools.judge({ ...task, series: index });
  const of = series.length === 1 ? row.name : `${row.name}, ${series[index]!.name}`;
  return rungs
    .filter((r) => r.state === 'doubtful' || r.state === 'failed')
    .map((r) => ({
      key: `doubt ${fitId} ${seriesKey(address)} ${r.title}`,
      source: `${r.title} of the fit ${of}`,
      kind: r.state === 'failed' ? 'model, failed' : 'model, doubtful',
      weight: r.text,
    }));
}

/** Runs that the findings stand on, each with the channels that they are computed from. */
async function runsOf({ db }: Services, found: readonly StoredFinding[]): Promise<Map<number, Set<string>>> {
  const wanted = new Map<number, Set<string>>();
  for (const { origin } of found) {
    const used = await attemptedRun(db, origin);
    if (!used) continue;
    const symbols = wanted.get(used.runId) ?? new Set();
    wanted.set(used.runId, symbols.add(used.x).add(used.y));
  }
  return wanted;
}

async function attemptedRun(
  db: Services['db'],
  origin: FindingOrigin,
): Promise<{ runId: number; x: string; y: string } | undefined> {
  try {
    if (!('fitId' in origin)) return (await comparison(db, origin.comparisonId)).reference;
    const row = await fit(db, origin.fitId);
    return row.further?.find((f) => f.id === origin.from) ?? row;
  } catch (error) {
    if (error instanceof AppError) return undefined;
    throw error;
  }
}

/** Channels that others are made from, back through the procedure to what was logged. */
function withOrigins(wanted: ReadonlySet<string>, procedure: readonly Step[]): Set<string> {
  const all = new Set(wanted);
  for (const step of procedure.toReversed()) {
    const { symbol } = step.settings as { symbol?: string };
    if (step.on && symbol !== undefined && all.has(symbol)) for (const read of readsOf(step, undefined)) all.add(read);
  }
  return all;
}

const smoothing = new Set(['smooth', 'filter']);

async function ofProcedure(
  services: Services,
  campaignId: number,
  runId: number,
  wanted: ReadonlySet<string>,
): Promise<ErrorLine[]> {
  const { row, bench } = await evaluated(services, campaignId, runId);
  const procedure = row.procedure as Step[];
  const used = withOrigins(wanted, procedure);
  const lines: ErrorLine[] = [];
  const aside = bench.samples - bench.kept;
  if (aside > 0)
    lines.push({
      key: `aside ${runId}`,
      source: `Samples of ${row.name} set aside`,
      kind: 'selection',
      weight: `${countOf(aside, bench.samples)} (${percent(aside / bench.samples)})`,
    });
  if (bench.outsideTables > 0)
    lines.push({
      key: `tables ${runId}`,
      source: 'A property table used beyond its end',
      kind: 'extrapolation',
      weight: `${countOf(bench.outsideTables, bench.kept)} kept samples of ${row.name}`,
    });
  for (const [i, step] of procedure.entries()) {
    const { channel, symbol } = step.settings as { channel?: string; symbol?: string };
    if (!step.on || !smoothing.has(step.kind) || !channel || !symbol || !used.has(symbol)) continue;
    const steps = procedure.slice(0, i + 1);
    const cost = await services.pools.costOf({
      run: await services.loader.run(runId, steps),
      channel,
      made: symbol,
    });
    if (!cost || cost.standardDeviation === null) continue;
    const { unit = '' } = bench.channels.find((c) => c.symbol === channel) ?? {};
    lines.push({
      key: `smoothing ${runId} ${step.id}`,
      source: `Smoothing of ${channel}`,
      kind: cost.removesSignal ? 'systematic, takes signal too' : 'random',
      weight: `takes ${formatValue(cost.standardDeviation, 2)} ${printUnit(unit)} (standard deviation)`.trim(),
    });
  }
  return lines;
}

/** The same source of several findings on one line. */
function merged(lines: readonly ErrorLine[]): ErrorLine[] {
  const byKey = new Map<string, ErrorLine>();
  for (const line of lines) {
    const known = byKey.get(line.key);
    byKey.set(line.key, known ? { ...known, weight: `${known.weight}; ${line.weight}` } : line);
  }
  return [...byKey.values()];
}
