import { formatCount, type Recipe } from '@undameter/core';
import { typedNumber } from '../../../sheet/typedNumber';

/** A cut in hand: where, and through which zones. */
export interface CutDraft {
  by: 'channel' | 'plane' | 'places' | 'integrals' | 'section' | 'difference';
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
  /** Whether the upper side is told from the lower one, and by which coordinates. */
  hasSides: boolean;
  along: string;
  across: string;
  /** Of integrals: whether along cuts at the stations, else over the surface; the pressure, empty for none. */
  isAlongCuts: boolean;
  pressure: string;
  reference: number;
  /** Of a difference: the other field, and the channels. */
  other: number | null;
  compared: readonly string[];
}

export const emptyCut = (channel: string): CutDraft => ({
  ...{ by: 'channel', channel, stations: '' },
  ...{ point: [0, 0, 0], normal: [0, 0, 1], places: '', between: 0, zones: [] },
  ...{
    hasSides: false,
    along: 'x',
    across: 'y',
    isAlongCuts: false,
    pressure: '',
    reference: 0,
    other: null,
    compared: [],
  },
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

/** A recipe, or what hinders it. */
type Made = { recipe: Recipe } | { problem: string };

/** The recipe of a cut, or what hinders it. */
export const recipeOf = (draft: CutDraft): Made => recipes[draft.by](draft);

const recipes: Record<CutDraft['by'], (draft: CutDraft) => Made> = {
  channel: (draft) => {
    const at = channelAndStations(draft);
    return 'problem' in at ? at : { recipe: { kind: 'cut', settings: { where: at, ...zonesAndSides(draft) } } };
  },
  plane: (draft) => {
    const { point, normal } = draft;
    if ([...point, ...normal].some((v) => v === null))
      return { problem: 'Type all three numbers of the point and of the direction.' };
    if (normal.every((v) => v === 0)) return { problem: 'The direction needs a number that is not zero.' };
    const where = { point: [...point], normal: [...normal] };
    return { recipe: { kind: 'cut', settings: { where, ...zonesAndSides(draft) } } };
  },
  places: ({ places, between, zones }) => {
    const typed = placesIn(places);
    if ('problem' in typed) return typed;
    return { recipe: { kind: 'places', settings: { places: typed.places, between, zones: [...zones] } } };
  },
  section: (draft) => {
    const at = channelAndStations(draft);
    if ('problem' in at) return at;
    return { recipe: { kind: 'section', settings: { where: at, zones: [...draft.zones] } } };
  },
  difference: ({ other, compared }) => {
    if (other === null) return { problem: 'Choose the field to compare with.' };
    if (compared.length === 0) return { problem: 'Choose at least one channel that both have.' };
    return { recipe: { kind: 'difference', settings: { other, channels: [...compared] } } };
  },
  integrals: (draft) => {
    const { zones, pressure, reference } = draft;
    const settings = { zones: [...zones], pressure, reference };
    if (!draft.isAlongCuts) return { recipe: { kind: 'integrals', settings } };
    const at = channelAndStations(draft);
    return 'problem' in at ? at : { recipe: { kind: 'integrals', settings: { at, ...settings } } };
  },
};

function channelAndStations({
  channel,
  stations: typed,
}: CutDraft): { channel: string; values: number[] } | { problem: string } {
  if (channel === '') return { problem: 'Choose the channel that is cut at.' };
  const stations = stationsIn(typed);
  return 'problem' in stations ? stations : { channel, values: stations.values };
}

const zonesAndSides = ({ zones, hasSides, along, across }: CutDraft) => ({
  zones: [...zones],
  ...(hasSides ? { sides: { along, across } } : {}),
});

/** Rows of another run as they would be typed: a line for each, its numbers apart by blanks. */
export const typedRows = (rows: readonly (readonly number[])[], between: string): string =>
  rows.map((row) => row.map((v) => String(Number(v.toPrecision(12)))).join(' ')).join(between);

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
  if (draft.by === 'integrals' && !draft.isAlongCuts) return 'integrals';
  if (draft.by === 'difference') return 'difference';
  const stations = stationsIn(draft.stations);
  const listed = 'values' in stations && stations.values.length <= 3 ? ` ${stations.values.join(', ')}` : '';
  return `${draft.by === 'channel' ? 'cut' : draft.by} at ${draft.channel}${listed}`;
}
