import { formatCount, type Recipe } from '@undameter/core';
import { typedNumber } from '../../../sheet/typedNumber';

/** A cut in hand: where, and through which zones. */
export interface CutDraft {
  by: 'channel' | 'plane' | 'places';
  channel: string;
  /** As they are typed: apart by blanks, semicolons, or commas with a blank. */
  stations: string;
  point: readonly (number | null)[];
  normal: readonly (number | null)[];
  /** x, y, z of each, a line for each. */
  places: string;
  /** So many points between two places. */
  between: number;
  /** None: all of them. */
  zones: readonly string[];
}

export const emptyCut = (channel: string): CutDraft => ({
  ...{ by: 'channel', channel, stations: '' },
  ...{ point: [0, 0, 0], normal: [0, 0, 1], places: '', between: 0, zones: [] },
});

/** The coordinate along which stations mostly lie: one that was computed for it, else z. */
export const stationsAlong = (symbols: readonly string[]): string =>
  symbols.find((s) => /^(z_?rel|span)/i.test(s)) ?? (symbols.includes('z') ? 'z' : (symbols[0] ?? ''));

const MOST_STATIONS = 200;

/** What stands apart by blanks, semicolons, or commas with a blank. */
const wordsOf = (text: string): string[] => text.split(/[;\s]+|,(?=\s)/).filter((word) => word !== '');

/** The stations that were typed. */
export function stationsIn(text: string): { values: number[] } | { problem: string } {
  const words = wordsOf(text);
  const values = words.map(typedNumber);
  const odd = words.find((_, k) => values[k] === null);
  if (odd !== undefined) return { problem: `"${odd}" is no number. Type stations as 0.15 0.5 0.85.` };
  if (values.length === 0) return { problem: 'Type at least one station, as 0.15 0.5 0.85.' };
  if (values.length > MOST_STATIONS)
    return {
      problem: `${formatCount(values.length)} stations are more than ${MOST_STATIONS}. Make a second cut of the others.`,
    };
  return { values: values as number[] };
}

/** The places that were typed or pasted. */
export function placesIn(text: string): { places: number[][] } | { problem: string } {
  const lines = text.split('\n').filter((line) => line.trim() !== '');
  if (lines.length === 0) return { problem: 'Type or paste the x, y and z of at least one place, a line for each.' };
  const places = lines.map((line) => wordsOf(line).map(typedNumber));
  const odd = places.findIndex((place) => place.length !== 3 || place.includes(null));
  if (odd >= 0)
    return {
      problem: `Line ${odd + 1}, "${lines[odd]!.trim().slice(0, 40)}", is not three numbers. Type each place as 12.5 3 40.`,
    };
  return { places: places as number[][] };
}

/** The recipe of a cut, or what hinders it. */
export function recipeOf(draft: CutDraft): { recipe: Recipe } | { problem: string } {
  const zones = [...draft.zones];
  if (draft.by === 'channel') {
    if (draft.channel === '') return { problem: 'Choose the channel that is cut at.' };
    const stations = stationsIn(draft.stations);
    if ('problem' in stations) return stations;
    return { recipe: { kind: 'cut', settings: { where: { channel: draft.channel, values: stations.values }, zones } } };
  }
  if (draft.by === 'places') {
    const typed = placesIn(draft.places);
    if ('problem' in typed) return typed;
    return { recipe: { kind: 'places', settings: { places: typed.places, between: draft.between, zones } } };
  }
  const { point, normal } = draft;
  if ([...point, ...normal].some((v) => v === null))
    return { problem: 'Type all three numbers of the point and of the direction.' };
  if (normal.every((v) => v === 0)) return { problem: 'The direction needs a number that is not zero.' };
  return { recipe: { kind: 'cut', settings: { where: { point: [...point], normal: [...normal] }, zones } } };
}

/** A name for the run that a cut becomes. */
export function cutName(run: string, draft: CutDraft, taken: ReadonlySet<string>): string {
  const where = whereWords(draft);
  const wanted = `${run}, ${where}`.slice(0, 110);
  let name = wanted;
  for (let n = 2; taken.has(name); n++) name = `${wanted} (${n})`;
  return name;
}

function whereWords(draft: CutDraft): string {
  if (draft.by === 'plane') return 'cut by a plane';
  if (draft.by === 'places') return draft.between > 0 ? 'along a path' : 'at places';
  const stations = stationsIn(draft.stations);
  const listed = 'values' in stations && stations.values.length <= 3 ? ` ${stations.values.join(', ')}` : '';
  return `cut at ${draft.channel}${listed}`;
}
