import { Type, type Static } from 'typebox';
import { AppError } from '../../error/AppError';
import { integrateLines, integrateSurface, type LineIntegrals, type Sum, type SurfaceIntegrals } from '../../field';
import { formatCount, formatValue } from '../../number/formatNumber';
import { KEPT, type Channel } from '../../sample';
import {
  isDimensionless,
  isPressure,
  multiplyDimensions,
  parseUnit,
  printUnit,
  raiseDimension,
  siUnit,
} from '../../units';
import { checkField, counted, freeSymbol, placesOfNodes, rememberedFaces, zonesOf } from '../fieldTools';
import { defineRecipe, type DerivedChannel, type FieldState } from '../RecipeKind';
import { cutField } from './cut';
import { zones } from './where';

const settings = Type.Object({
  at: Type.Optional(
    Type.Object(
      {
        channel: Type.String({ title: 'Channel', minLength: 1, maxLength: 40 }),
        values: Type.Array(Type.Number(), { title: 'Stations', minItems: 1, maxItems: 200 }),
      },
      { title: 'Cuts', description: 'None: over the surface.', additionalProperties: false },
    ),
  ),
  zones,
  pressure: Type.String({ title: 'Pressure', description: 'None: no force.', maxLength: 40 }),
  reference: Type.Number({ title: 'Pressure on the other side', description: 'In the unit of the pressure.' }),
});
export type IntegralSettings = Static<typeof settings>;

/** A row of results: of a zone, or of all of them together. */
interface Row {
  station: number;
  /** Of a zone by its code; undefined: of all. */
  zone: number | undefined;
  sum: Sum;
  /** Of a closed cut. */
  enclosed?: number | undefined;
  hasForce: boolean;
}

export const integrals = defineRecipe({
  kind: 'integrals',
  title: 'Integrals',
  purpose:
    'Area or length, the mean of every channel and the force of a pressure: over the surface or along cuts, for each zone.',
  settings,
  words: ({ at, zones: wanted, pressure }) => {
    const over = at
      ? `along cuts at ${at.channel} = ${at.values.map((v) => formatValue(v, 6)).join(', ')}`
      : 'over the surface';
    const of = wanted.length === 0 ? '' : ` on ${wanted.join(', ')}`;
    return `means${pressure === '' ? '' : ` and force of ${pressure}`} ${over}${of}`;
  },
  make: (field, chosen) => {
    checkField(field);
    const columns = [...field.state.channels.values()].filter((c) => !c.labels);
    const place = columns.findIndex((c) => c.symbol === chosen.pressure);
    if (chosen.pressure !== '' && place < 0)
      throw new AppError('FIELD_CHANNEL', { symbol: chosen.pressure, name: field.name });
    const how = {
      columns: columns.map((c) => c.values),
      pressure: place < 0 ? undefined : place,
      reference: chosen.reference,
    };
    const { rows, said } = chosen.at ? alongCuts(field, chosen, how) : overSurface(field, chosen, how);
    if (rows.length === 0) throw new AppError('FIELD_NO_FACE', { name: field.name });
    const station = chosen.at && field.state.channels.get(chosen.at.channel);
    return channelsOf(field, rows, { columns, pressure: columns[place], station, said });
  },
});

interface How {
  columns: Float64Array[];
  pressure: number | undefined;
  reference: number;
}

function overSurface(field: FieldState, { zones: of }: IntegralSettings, how: How): { rows: Row[]; said: string[] } {
  const { mask } = field.state;
  const found = integrateSurface(rememberedFaces(field), placesOfNodes(field), {
    ...how,
    zones: zonesOf(field, of),
    isKept: (node) => mask[node] === KEPT,
  });
  return {
    rows: rowsOf(found, { station: NaN, hasForce: !found.pieces.some((p) => p.isTwisted) }),
    said: saidOfSurface(found, how.pressure !== undefined),
  };
}

function alongCuts(field: FieldState, { at, zones: of }: IntegralSettings, how: How): { rows: Row[]; said: string[] } {
  const cuts = cutField(field, { where: at!, zones: of });
  const places = placesOfNodes(field);
  const found = cuts.map(({ cut, value }) => ({ ...integrateLines(cut, places, how), station: value }));
  const open = found.filter((one) => one.enclosed === undefined);
  const passedOver = cuts.reduce((sum, { cut }) => sum + cut.passedOver, 0);
  return {
    rows: found.flatMap((one) => rowsOf(one, { station: one.station, hasForce: one.enclosed !== undefined })),
    said: [
      ...(found.some((one) => one.isDoubled)
        ? ['Lines of two zones lie on each other, so that no sum over all zones is given there.']
        : []),
      ...(open.length > 0 && how.pressure !== undefined
        ? [
            `No force at ${at!.channel} = ${open.map((o) => formatValue(o.station, 6)).join(', ')}: its lines do not close, or lie on each other.`,
          ]
        : []),
      ...saidOfPassedOver(passedOver),
    ],
  };
}

/** Of each zone, and of all where there is more than one and none lies on another. */
function rowsOf(
  found: Pick<SurfaceIntegrals, 'ofZones' | 'whole'> & Partial<SurfaceIntegrals & LineIntegrals>,
  { station, hasForce }: Pick<Row, 'station' | 'hasForce'>,
): Row[] {
  const each = [...found.ofZones].map(([zone, sum]): Row => ({ station, zone, sum, hasForce }));
  const whole: Row = { station, zone: undefined, sum: found.whole, enclosed: found.enclosed, hasForce };
  if (each.length === 1) return [{ ...each[0]!, enclosed: found.enclosed }];
  const isDoubled = found.isDoubled === true || (found.onOthers ?? 0) > 0;
  return [...each, ...(each.length > 1 && !isDoubled ? [whole] : [])];
}

const saidOfPassedOver = (faces: number): string[] =>
  faces > 0 ? [`${counted(faces, 'face')} passed over: a node is set aside or has no value.`] : [];

function saidOfSurface({ pieces, passedOver, onOthers }: SurfaceIntegrals, isPushed: boolean): string[] {
  const closed = pieces.filter((p) => p.isClosed).length;
  const told = (isSo: boolean, sentence: string): string[] => (isPushed && isSo ? [sentence] : []);
  return [
    `${counted(pieces.length, 'surface')}, ${formatCount(closed)} closed`,
    ...(onOthers > 0
      ? [
          `${formatCount(onOthers)} ${onOthers === 1 ? 'face lies on one' : 'faces lie on those'} of another zone, so that no sum over all zones is given.`,
        ]
      : []),
    ...told(
      pieces.some((p) => p.isTwisted),
      'No force: a surface has a twist, so that its outer side cannot be told.',
    ),
    ...told(
      pieces.some((p) => p.isFlat),
      'A flat surface: its outer side is the one from which its corners go round to the left.',
    ),
    ...told(
      pieces.some((p) => !p.isClosed && !p.isFlat),
      'An open surface: its outer side is the one that looks away from its middle; its edges carry no force.',
    ),
    ...saidOfPassedOver(passedOver),
  ];
}

interface Shown {
  columns: readonly Channel[];
  pressure: Channel | undefined;
  /** The channel that is cut at; undefined: over the surface. */
  station: Channel | undefined;
  said: string[];
}

function channelsOf(field: FieldState, rows: readonly Row[], { columns, pressure, station, said }: Shown) {
  const { state, zone, coordinates } = field;
  const taken = new Set(state.channels.keys());
  const labels = [...(state.channels.get(zone)!.labels ?? []), 'all zones'];
  const length = state.channels.get(coordinates[0])!.unit;
  const column = (of: (row: Row) => number): Float64Array => Float64Array.from(rows, of);
  const made = (symbol: string, name: string, unit: string, of: (row: Row) => number): DerivedChannel => ({
    ...{ symbol: freeSymbol(symbol, taken), name, unit: printUnit(unit), values: column(of) },
  });
  const squared = length === '' ? '' : `${length}^2`;
  const first = station
    ? made('station', `Station, ${station.name}`, station.unit, (r) => r.station)
    : made('row', 'Number of the row', '', (r) => rows.indexOf(r) + 1);
  const sizes = station
    ? [
        made('L', 'Length of the cut', length, (r) => r.sum.size),
        made('A', 'Area enclosed', squared, (r) => r.enclosed ?? NaN),
      ]
    : [made('A', 'Area', squared, (r) => r.sum.size)];
  const force = pressure ? forceUnit(pressure, length, station ? 1 : 2) : undefined;
  const forces = force
    ? ['x', 'y', 'z'].map((axis, k) =>
        made(
          `F_${axis}`,
          `Force of ${pressure!.symbol} along ${axis}${station ? ', by depth' : ''}`,
          force.unit,
          (r) => (r.hasForce ? r.sum.force[k]! * force.factor : NaN),
        ),
      )
    : [];
  const means = columns.map((c, k): DerivedChannel => ({
    ...{ symbol: c.symbol, name: `${c.name}, mean`, unit: c.unit, values: column((r) => r.sum.means[k]!) },
  }));
  const named = { ...{ symbol: zone, name: state.channels.get(zone)!.name, unit: '', labels } };
  const channels = [
    ...[first, { ...named, values: column((r) => r.zone ?? labels.length - 1) }, ...sizes, ...forces],
    ...means,
  ];
  const told = rows.slice(0, MOST_TOLD).map((row, k) => rowInWords(row, k, { labels, sizes, forces, station }));
  return { channels, along: first.symbol, said: [...told, ...said] };
}

const MOST_TOLD = 8;

function rowInWords(
  { station, zone }: Row,
  k: number,
  {
    labels,
    sizes,
    forces,
    station: of,
  }: { labels: string[]; sizes: DerivedChannel[]; forces: DerivedChannel[]; station: Channel | undefined },
): string {
  const place = of ? `${of.symbol} ${formatValue(station, 6)} ${printUnit(of.unit)}`.trim() : '';
  const named = labels[zone ?? labels.length - 1]!;
  const value = ({ values, unit }: DerivedChannel): string => `${formatValue(values[k]!, 5)} ${unit}`.trim();
  const size = value(sizes[0]!);
  const force = forces.map((f) => formatValue(f.values[k]!, 5)).join(', ');
  const pushed =
    forces.length > 0 && !Number.isNaN(forces[0]!.values[k]!) ? `, force (${force}) ${forces[0]!.unit}` : '';
  return `${[place, named].filter(Boolean).join(', ')}: ${size}${pushed.trimEnd()}`;
}

/**
 * The unit of a force, and what a sum is multiplied by to be in it: of a coefficient that of an area or a length.
 * @throws {AppError} FIELD_NO_PRESSURE for what pushes on nothing
 */
function forceUnit({ symbol, unit: written }: Channel, length: string, power: 1 | 2): { unit: string; factor: number } {
  const [p, l] = [parseUnit(written), parseUnit(length)];
  if (isDimensionless(p.dimension))
    return { unit: power === 2 && length !== '' ? `${length}^2` : length, factor: p.scale };
  if (!isPressure(p.dimension)) throw new AppError('FIELD_NO_PRESSURE', { symbol, unit: printUnit(written) });
  const unit = siUnit(multiplyDimensions(p.dimension, raiseDimension(l.dimension, power)));
  return { unit: unit.text, factor: (p.scale * l.scale ** power) / unit.scale };
}
