import type { FigureBody, FigureDressing } from '@undameter/contract';
import { dressingOf, houseStyles } from '@undameter/drawing';

interface DemoThings {
  sweep: number;
  pulsation: number;
  /** By the name of the fit. */
  fits: Readonly<Record<string, number>>;
  comparison: number;
  /** Of the highest speed. */
  rated: number;
}

const plain = dressingOf(houseStyles[0]!);
const sized = (heightMm: number, widthMm = 160): FigureDressing => ({
  ...plain,
  look: { ...plain.look, widthMm, heightMm },
});
const shown = { at: null, leader: true, units: true, uncertainty: true, rSquared: false, residual: false };

/** What the demo keeps of its charts, in the order of its report. */
export function demoFigures({ sweep, pulsation, fits, comparison, rated }: DemoThings): FigureBody[] {
  const whole = { from: null, to: null };
  return [
    {
      name: 'Sweep, by time',
      source: { kind: 'run', runId: sweep, panels: [['n'], ['Q'], ['p_d', 'p_s']], ...whole },
      dressing: {
        ...sized(90),
        caption: 'The sweep of 18 settings; what was set aside is crossed.',
        axes: { 'panel 3.x': { numbers: 'time', every: 180, minor: 2 } },
      },
    },
    {
      name: 'Head against flow',
      source: { kind: 'fit', fitId: fits['Head against flow']!, residuals: 'none' },
      dressing: {
        ...sized(100),
        title: 'What the Loop 3 pump delivers at three speeds',
        caption: 'Head against flow at three speeds, with fitted parabolas.',
        axes: { 'main.x': { every: 20, minor: 1 }, 'main.y': { labels: 'along', every: 5 } },
        series: Object.fromEntries([[`condition ${rated}`, { size: 1.6 }]]),
        equations: { [`condition ${rated}`]: shown },
      },
    },
    {
      name: 'With the simulation',
      source: { kind: 'comparison', comparisonId: comparison, below: 'difference' },
      dressing: { ...sized(120), caption: 'Measured, fitted and simulated head; below, what differs.' },
    },
    {
      name: 'Water warming',
      source: { kind: 'fit', fitId: fits['Warm-up']!, residuals: 'none' },
      dressing: { ...sized(60, 80), caption: 'The water after the heater was switched on.', noteShown: false },
    },
    {
      name: 'Pulsation',
      source: { kind: 'spectrum', runId: pulsation, panels: [['p_d']], as: 'density', ...whole },
      dressing: { ...sized(70, 120), caption: 'Power density of the discharge pressure.' },
    },
    {
      name: 'Coast-down',
      source: { kind: 'fit', fitId: fits['Coast-down']!, residuals: 'x' },
      dressing: { ...sized(70, 80), caption: 'Shaft speed after power-off.', noteShown: false },
    },
    {
      name: 'Head and hydraulic power',
      source: {
        kind: 'together',
        charts: [
          { id: '', source: { kind: 'fit', fitId: fits['Head against flow']!, residuals: 'none' } },
          { id: 'c1', source: { kind: 'fit', fitId: fits['Hydraulic power against flow']!, residuals: 'none' } },
        ],
      },
      dressing: {
        ...sized(130),
        caption: 'What the pump gives at three speeds: a the head, b the hydraulic power.',
        arrangement: { columns: 1, sharedX: true, sharedY: false, lettered: true, titles: {} },
      },
    },
  ];
}
