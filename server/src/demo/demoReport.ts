import type { LivingNode, LivingSource, ReportBody } from '@undameter/contract';
import { bullets, heading, livingBlock, paragraph, reference, slanted, value } from '@undameter/writing';

interface DemoThings {
  sweep: number;
  headFit: number;
  comparison: number;
  /** Condition of the highest speed, and its finding. */
  rated: number;
  finding: number;
  /** By the name of the figure. */
  figures: Readonly<Record<string, number>>;
}

const withoutRows = (block: LivingNode, ...rows: string[]): LivingNode => ({
  ...block,
  attrs: { ...block.attrs, hidden: [...rows.map((r) => `row ${r}`)] },
});

const question =
  'What head does the pump deliver at 1450, 2200 and 2900 rpm, how sure is that, and does the simulation agree?';

/** The finished report of the demo, as a careful engineer writes it: every number in it is alive. */
export function demoReport({ sweep, headFit, comparison, rated, finding, figures }: DemoThings): ReportBody {
  const count = (what: 'logged' | 'kept' | 'setAside'): LivingSource => ({ kind: 'count', runId: sweep, what });
  const parameter = (name: string): LivingSource => ({
    kind: 'number',
    origin: { kind: 'parameter', fitId: headFit, conditionId: rated, parameter: name },
  });
  const difference: LivingSource = {
    kind: 'number',
    origin: { kind: 'difference', comparisonId: comparison, conditionId: rated },
  };
  const figure = (id: string, name: string) => livingBlock(id, { kind: 'figure', figureId: figures[name]! });
  const errors = livingBlock('errors', { kind: 'errors' });
  return {
    name: 'Head of the Loop 3 pump against flow',
    kind: 'laboratory report',
    page: {
      size: 'A4',
      headLeft: 'Tern Yard hydraulics lab',
      headRight: 'Loop 3, sweep of 18 settings',
      author: '',
      contents: false,
    },
    document: {
      type: 'doc',
      content: [
        heading(1, 'Question'),
        paragraph(slanted(question)),
        heading(1, 'Set-up'),
        paragraph(
          'The circulating pump of Loop 3 moves water in a closed loop; a throttle valve sets the flow at a constant speed. Flow, suction and discharge pressure, torque, speed and water temperature were logged ten times a second while six valve positions were set at each of three speeds. The head follows from the difference of the pressures and the density of the water at its temperature.',
        ),
        livingBlock('rig', { kind: 'rig', runId: sweep }),
        livingBlock('sensors', { kind: 'sensors' }),
        heading(1, 'Data'),
        paragraph(
          'Of ',
          value('logged', count('logged')),
          ' logged samples ',
          value('kept', count('kept')),
          ' were kept; ',
          reference('aside'),
          ' says what was set aside and why, and ',
          reference('f-sweep'),
          ' shows the whole sweep.',
        ),
        figure('f-sweep', 'Sweep, by time'),
        livingBlock('aside', { kind: 'setAside', runId: sweep }),
        heading(2, 'What was done to the log'),
        livingBlock('procedure', { kind: 'procedure', runId: sweep }),
        heading(1, 'Analysis'),
        paragraph(
          'A parabola was fitted to the head at each speed (',
          reference('f-head'),
          '). At 2900 rpm it starts from ',
          value('shutoff', parameter('a0')),
          ' at zero flow; the parameters of all three speeds are in ',
          reference('fit'),
          '.',
        ),
        figure('f-head', 'Head against flow'),
        livingBlock('fit', { kind: 'parameters', fitId: headFit }),
        heading(2, 'Against the simulation'),
        paragraph(
          'At 2900 rpm the simulated head lies on average ',
          value('difference', difference),
          ' from the measured one (candidate − reference). The mean alone is no agreement, as ',
          reference('f-simulation'),
          ' shows; the verdict takes the slope and each point with it:',
        ),
        livingBlock('verdict', { kind: 'verdict', comparisonId: comparison, candidate: 0 }),
        figure('f-simulation', 'With the simulation'),
        // The fit is held against its own points there, which judges nothing.
        withoutRows(livingBlock('differences', { kind: 'differences', comparisonId: comparison }), '0.1', '1.1', '2.1'),
        heading(1, 'Sources of error'),
        paragraph(
          'What weighs most in the numbers above, from their budgets, the judgement of the fit and the ledger:',
        ),
        errors,
        heading(1, 'Conclusion'),
        livingBlock('finding', { kind: 'finding', findingId: finding }),
        bullets(
          'The ± is the calibration of the pressure sensors before anything else: more samples would not make it smaller.',
          'The simulated curve falls more steeply than the measured one: its slope has to be mended before it is used, whatever its mean says.',
        ),
      ],
    },
  };
}
