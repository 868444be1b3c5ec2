import { useMutation, useQuery } from '@tanstack/react-query';
import type { BenchReply, RunReply } from '@undameter/contract';
import { printUnit, type Recipe, type Step } from '@undameter/core';
import { useState } from 'react';
import type { SurfaceScale } from '../../../chart/surfaceScale';
import { ask } from '../../../data/api';
import { queries } from '../../../data/queries';
import { useDraft } from '../../../data/useDraft';
import { usePreference } from '../../../data/usePreference';
import { emptyCut, recipeOf, stationsAlong, type CutDraft } from './cutDraft';
import { directionOf } from './planeInSpace';
import { boxOf, rangeShown, surfaceIn, type Look } from './surface';

/** How a field is looked at; ends that are null are those of what is shown. */
export interface FieldLook {
  low: number | null;
  high: number | null;
  steps: number | null;
  isLog: boolean;
  hasMesh: boolean;
  isParallel: boolean;
  hidden: readonly string[];
}
const PLAIN: FieldLook = {
  ...{ low: null, high: null, steps: null, isLog: false },
  ...{ hasMesh: false, isParallel: false, hidden: [] },
};

interface Looked {
  campaignId: number;
  run: RunReply | undefined;
  runId: number;
  bench: BenchReply | undefined;
  trial: readonly Step[] | undefined;
  /** Symbols of the channels on the chart. */
  shown: readonly string[];
}

/** A field: what it is drawn from, how it is looked at, and the cut in hand. */
export function useField({ campaignId, run, runId, bench, trial, shown }: Looked) {
  const isField = run?.isField ?? false;
  const field = useQuery({ ...queries.field(runId), enabled: isField });
  const [look, setLook] = usePreference<FieldLook>(`field.${runId}`, PLAIN);
  const [view, setView] = useState<{ look: Look; count: number }>({ look: 'aslant', count: 0 });
  const [node, setNode] = useState<number | null>(null);
  const steps = trial ? { steps: trial } : {};
  const numbers = (bench?.channels ?? []).filter((c) => c.labels === null);
  const coordinates = new Set(field.data?.coordinates ?? []);
  const symbol = colouredBy(shown, numbers, coordinates);
  const channel = numbers.find((c) => c.symbol === symbol);
  const surface = useQuery({ ...queries.fieldSurface(runId, steps), enabled: isField });
  const values = useQuery({
    ...queries.fieldValues(runId, { ...steps, symbol: symbol ?? '' }),
    enabled: isField && symbol !== undefined,
  });
  const probed = useQuery({ ...queries.fieldNode(runId, (node ?? 0) + 1), enabled: isField && node !== null });
  const [kept, setKept] = useDraft<CutDraft>(`${campaignId}.cut.${runId}`);
  const draft = kept && {
    ...emptyCut(''),
    ...kept,
    channel: kept.channel || stationsAlong(numbers.map((c) => c.symbol)),
  };
  const made = draft && recipeOf(draft);
  const recipe = made && 'recipe' in made ? made.recipe : undefined;
  const lines = useQuery(queries.fieldCut(runId, recipe && isField ? { ...steps, recipe } : undefined));
  const drawn = surface.data && surfaceIn(surface.data);
  const box = drawn && boxOf(drawn.positions);
  const column = values.data && new Float32Array(values.data);
  const zones = field.data?.zones ?? [];
  const hidden = new Set(zones.flatMap((zone, k) => (look.hidden.includes(zone) ? [k] : [])));
  const range = drawn && column && rangeShown(drawn, column, hidden);
  const scale = scaleOf(look, range);
  return {
    isField,
    field: field.data ?? undefined,
    error: field.error ?? surface.error ?? values.error,
    surface: drawn,
    values: column,
    box,
    zones,
    hidden,
    range,
    scale,
    look,
    change: (to: Partial<FieldLook>) => setLook({ ...look, ...to }),
    view,
    turn: (to: Look) => setView({ look: to, count: view.count + 1 }),
    channel,
    numbers,
    node,
    setNode,
    probed: node === null ? undefined : probed.data,
    /** Of the coordinates. */
    unit: bench?.channels.find((c) => c.symbol === field.data?.coordinates[0])?.unit ?? '',
    axes: (field.data?.coordinates ?? []).map((c) => axisName(bench, c)),
    draft,
    begin: () => setKept(emptyCut('')),
    setCut: (to: CutDraft | null) => setKept(to),
    plane: draft ? planeOf(draft) : null,
    movePlane: (point: [number, number, number]) => draft && setKept({ ...draft, point }),
    recipe,
    problem: made && 'problem' in made ? made.problem : null,
    lines: recipe ? lines.data : undefined,
    linesError: recipe ? lines.error : null,
  };
}
export type FieldHeld = ReturnType<typeof useField>;

/** The plane of a cut in hand, where it is one by a plane and whole. */
function planeOf({ by, point, normal }: CutDraft) {
  const direction = directionOf(normal);
  const [x, y, z] = point.map((v) => v ?? NaN) as [number, number, number];
  return by === 'plane' && direction && Number.isFinite(x + y + z)
    ? { point: [x, y, z] as [number, number, number], normal: direction }
    : null;
}

/** The channel last put on the chart that is none of the coordinates, else the first of all. */
function colouredBy(
  shown: readonly string[],
  numbers: readonly { symbol: string }[],
  coordinates: ReadonlySet<string>,
): string | undefined {
  const known = new Set(numbers.map((c) => c.symbol));
  const chosen = shown.filter((s) => known.has(s));
  const other = (symbols: readonly string[]) => symbols.find((s) => !coordinates.has(s));
  return other([...chosen].reverse()) ?? other(numbers.map((c) => c.symbol)) ?? chosen[0] ?? numbers[0]?.symbol;
}

function scaleOf({ low, high, isLog, steps }: FieldLook, range: [number, number] | undefined): SurfaceScale {
  const [least, most] = range ?? [0, 1];
  const from = low ?? least;
  const to = high ?? most;
  // One value all over has its colour in the middle.
  return { low: from, high: to > from || high !== null ? to : from + (Math.abs(from) || 1), isLog, steps };
}

function axisName(bench: BenchReply | undefined, symbol: string): string {
  const unit = bench?.channels.find((c) => c.symbol === symbol)?.unit ?? '';
  return unit === '' ? symbol : `${symbol} (${printUnit(unit)})`;
}

/** Keeps a cut as a run of its own. */
export function useKeepCut(campaignId: number, onMade: (run: RunReply) => void) {
  return useMutation({
    mutationFn: (body: { name: string; runId: number; recipe: Recipe }) =>
      ask<RunReply>(`/campaigns/${campaignId}/derived-runs`, { body }),
    onSuccess: onMade,
  });
}
