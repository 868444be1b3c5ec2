import { Random, type Step } from '@undameter/core';
import type { DemoRun } from './campaign';
import type { DemoFile } from './logs';

/**
 * The guide vane behind the pump, which does not exist: a simulated pressure coefficient on its two sides, and taps at
 * three stations of its span. All of it is invented; a test holds what the demo says against these formulas.
 */
export const vane = {
  spanMm: 86,
  /** At the hub and at the tip. */
  leadingMm: [0, 16],
  chordMm: [62, 44],
  stations: [0.15, 0.5, 0.85],
  sides: ['suction side', 'pressure side'],
  /** Where along the chord each side has its taps. */
  taps: { 'suction side': [0.03, 0.09, 0.18, 0.3, 0.45, 0.62, 0.8], 'pressure side': [0.05, 0.2, 0.42, 0.7] },
  /** Stated by those who drilled and calibrated them, one standard uncertainty. */
  tapUncertainty: 0.015,
  /** One is blocked, one leaks: what they read too much. */
  badTaps: { '2-5': 0.52, '3-10': 0.09 } as Readonly<Record<string, number>>,
} as const;

type Side = (typeof vane.sides)[number];

/** Pressure coefficient at a share of the chord and of the span. */
export function pressureCoefficient(side: Side, u: number, v: number): number {
  const stagnation = Math.exp(-45 * u);
  if (side === 'pressure side') return stagnation + (0.62 - 0.1 * v) * Math.sqrt(u) * (1 - u) - 0.1 * u;
  return stagnation - (2.9 + 0.5 * v) * Math.sqrt(u) * (1 - u) ** 1.6 - 0.1 * u;
}

/** What the simulation says: near the tip it does not follow the suction side. */
export function simulatedCoefficient(side: Side, u: number, v: number): number {
  const off =
    side === 'suction side' ? (0.085 * Math.exp(-(((u - 0.3) / 0.12) ** 2))) / (1 + Math.exp(-25 * (v - 0.72))) : 0;
  return pressureCoefficient(side, u, v) + off;
}

/** Where a point of a side lies, in mm. */
function placeOf(side: Side, u: number, v: number): [number, number, number] {
  const between = ([hub, tip]: readonly [number, number]): number => hub + v * (tip - hub);
  const chord = between(vane.chordMm);
  const thickness =
    0.12 * chord * (1 - 0.3 * v) * 2.6 * Math.sqrt(u) * (1 - u) * (side === 'suction side' ? 0.5 : -0.5);
  const camber = 0.14 * chord * 4 * u * (1 - u);
  return [between(vane.leadingMm) + chord * u, camber + thickness, vane.spanMm * v];
}

/** One side as a VTK XML file: quadrilaterals, closer together towards both edges of the vane. */
function sideFile(side: Side, along: number, up: number): string {
  const points: number[] = [];
  const values: number[] = [];
  const corners: number[] = [];
  for (let j = 0; j <= up; j++)
    for (let i = 0; i <= along; i++) {
      const [u, v] = [(1 - Math.cos((Math.PI * i) / along)) / 2, j / up];
      points.push(...placeOf(side, u, v));
      values.push(simulatedCoefficient(side, u, v));
      const a = j * (along + 1) + i;
      if (i < along && j < up) corners.push(a, a + 1, a + along + 2, a + along + 1);
    }
  const cells = along * up;
  const numbers = (list: readonly number[]): string => list.join(' ');
  const array = (type: string, name: string, list: readonly number[], components = 1): string =>
    `<DataArray type="${type}" Name="${name}" NumberOfComponents="${components}" format="ascii">${numbers(list)}</DataArray>`;
  return `<?xml version="1.0"?>
<VTKFile type="PolyData" version="1.0" byte_order="LittleEndian"><PolyData>
<Piece NumberOfPoints="${values.length}" NumberOfVerts="0" NumberOfLines="0" NumberOfStrips="0" NumberOfPolys="${cells}">
<PointData>${array('Float64', 'Pressure_coefficient', values)}</PointData>
<Points>${array('Float64', 'Points', points, 3)}</Points>
<Polys>${array('Int32', 'connectivity', corners)}${array(
    'Int32',
    'offsets',
    Array.from({ length: cells }, (_, k) => 4 * (k + 1)),
  )}</Polys>
</Piece></PolyData></VTKFile>
`;
}

/** The files of a simulated field, by their names in its archive. */
export function vaneField(along: number, up: number): Record<string, string> {
  const file = (side: Side): string => `${side.replace(' ', '-')}.vtp`;
  const blocks = vane.sides.map((side, k) => `<DataSet index="${k}" name="${side}" file="${file(side)}"/>`).join('');
  return {
    'guide-vane.vtm': `<?xml version="1.0"?>
<VTKFile type="vtkMultiBlockDataSet" version="1.0"><vtkMultiBlockDataSet>${blocks}</vtkMultiBlockDataSet></VTKFile>
`,
    ...Object.fromEntries(vane.sides.map((side) => [file(side), sideFile(side, along, up)])),
  };
}

/** What the taps read, station by station, normalised by span and chord as those who drilled them wrote them down. */
export function tapsLog(): DemoFile {
  const random = new Random(20261118);
  const lines = ['Tap,Name,Span,Side,Chord,Pressure coefficient'];
  let number = 0;
  vane.stations.forEach((station, s) => {
    let ofStation = 0;
    for (const side of vane.sides)
      for (const u of vane.taps[side]) {
        const name = `${s + 1}-${++ofStation}`;
        const read = pressureCoefficient(side, u, station) + random.normal(0.006) + (vane.badTaps[name] ?? 0);
        lines.push([++number, name, station, side, u, read.toFixed(4)].join(','));
      }
  });
  return { name: 'loop3-guide-vane-taps.csv', text: `${lines.join('\n')}\n` };
}

export const vaneCampaign = {
  name: 'Loop 3: guide vane',
  question: 'Does the simulated surface pressure of the guide vane agree with its taps, station by station?',
};

const step = (id: string, kind: string, settings: Record<string, unknown>): Step => ({
  ...{ id, kind, version: 1, on: true },
  settings,
});

/** Of a field: the coordinate that the taps use. */
export const vaneSteps: Step[] = [
  step('span', 'derive', { symbol: 'z_rel', name: 'Share of the span', formula: `z / ${vane.spanMm} [mm]`, unit: '' }),
];

/** Of a cut: the chord of each station by itself. */
export const vaneCutSteps: Step[] = [
  step('chord', 'normalise', {
    ...{ channel: 'x', method: 'range', reference: 1, each: 'station' },
    ...{ symbol: 'x_c', name: 'Share of the chord' },
  }),
];

export const vaneTaps: DemoRun = {
  file: tapsLog,
  name: 'Guide vane, taps',
  kind: 'measured',
  columns: {
    0: { symbol: 'k', name: 'Number of the tap' },
    1: { symbol: 'tap', name: 'Tap' },
    2: { symbol: 'z_rel', name: 'Share of the span' },
    3: { symbol: 'zone', name: 'Side' },
    4: { symbol: 'x_c', name: 'Share of the chord' },
    5: {
      symbol: 'cp',
      name: 'Pressure coefficient',
      uncertainty: { kind: 'absolute', value: vane.tapUncertainty, statedAs: 'standard', effect: 'random' },
    },
  },
  along: 0,
  steps: [step('blocked', 'setAside', { channel: 'k', ranges: [[16, 16]], unit: '', reason: 'tap 2-5 is blocked' })],
};

/** Each side of each station: the same limits hold for the taps and for the cuts. */
export const vaneConditions = vane.stations.flatMap((value) =>
  vane.sides.map((side) => ({
    name: `${value} of the span, ${side}`,
    limits: [
      { kind: 'tolerance' as const, symbol: 'z_rel', value, tolerance: 0.01, unit: '' },
      { kind: 'words' as const, symbol: 'zone', words: [side] },
    ],
  })),
);
