import type { CostReply } from '@undameter/contract';
import { formatValue, printUnit } from '@undameter/core';
import { SmallChart } from '../../axes/SmallChart';
import type { Size } from '../../chart/Chart';
import { line } from '../../chart/marks';
import { stackOption } from '../../chart/panes';
import { proposalWords } from './proposalWords';
import { useTheme } from '../../theme/ThemeProvider';

interface SmoothingCostProps {
  campaignId: number;
  cost: CostReply;
  /** Units of the channel and of time. */
  unit: string;
  timeUnit: string;
}

interface WithProposalProps extends SmoothingCostProps {
  /** Of the step in hand; what is not in samples is no number. */
  window: number | undefined;
  onWindow(window: number): void;
}

/** What the smoothing or filter in hand costs: its peak before and after, what it removes, and the spectrum. */
export function SmoothingCost({ campaignId, cost, unit, timeUnit, window, onWindow }: WithProposalProps) {
  const say = (v: number | null, digits = 4) => (v === null ? '–' : formatValue(v, digits));
  const [u, t] = [printUnit(unit), printUnit(timeUnit)];
  return (
    <>
      <table className="cost">
        <thead>
          <tr>
            <th />
            <th>before</th>
            <th>after</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <td>Highest peak, height {u && `(${u})`}</td>
            <td>{say(cost.before.height)}</td>
            <td>{say(cost.after.height)}</td>
          </tr>
          <tr>
            <td>its width at half height {t && `(${t})`}</td>
            <td>{say(cost.before.width, 3)}</td>
            <td>{say(cost.after.width, 3)}</td>
          </tr>
          <tr>
            <td>Removed, std. dev. {u && `(${u})`}</td>
            <td />
            <td>{say(cost.standardDeviation, 3)}</td>
          </tr>
          <tr>
            <td>Removed, correlation of neighbours</td>
            <td />
            <td>{say(cost.neighbourCorrelation, 2)}</td>
          </tr>
        </tbody>
      </table>
      {cost.proposal && (
        <p className="panel-pad">
          {proposalWords(cost.proposal, u)}{' '}
          {cost.proposal.window !== window && (
            <button className="quiet" onClick={() => onWindow(cost.proposal!.window)}>
              Take {cost.proposal.window} samples
            </button>
          )}
        </p>
      )}
      {cost.removesSignal && (
        <p className="doubt panel-pad">
          The removed part is no longer noise: its neighbours are alike. Some of the signal itself is being removed; a
          narrower window or a higher cut-off keeps it.
        </p>
      )}
      {cost.frequency.length > 2 && (
        <SpectrumBeforeAndAfter campaignId={campaignId} cost={cost} unit={unit} timeUnit={timeUnit} />
      )}
    </>
  );
}

/** What lies further below the highest line is rounding, not signal. */
const FLOOR = 1e-9;

function SpectrumBeforeAndAfter({ campaignId, cost, unit, timeUnit }: SmoothingCostProps) {
  const { palette } = useTheme();
  const build = (size: Size) => {
    // Zero frequency has no place on a logarithmic axis.
    const least = FLOOR * cost.densityBefore.reduce<number>((most, v) => Math.max(most, v ?? 0), 0);
    const of = (density: CostReply['densityBefore']) => ({
      x: cost.frequency.slice(1),
      y: density.slice(1).map((v) => (v !== null && v > least ? v : null)),
    });
    return stackOption({
      size,
      palette,
      panes: [
        {
          title: `Power density${unit ? ` (${/[/·]/.test(printUnit(unit)) ? `(${printUnit(unit)})` : printUnit(unit)}²·${printUnit(timeUnit)})` : ''}`,
          weight: 1,
          look: { log: true, digits: 2 },
          marks: [
            line(of(cost.densityBefore), { name: 'before', colour: palette.faint, width: 1 }),
            line(of(cost.densityAfter), { name: 'after', colour: palette.act, width: 1.4 }),
          ],
        },
      ],
      x: {
        title: timeUnit === 's' ? 'Frequency (Hz)' : `Frequency (1/${printUnit(timeUnit) || 'sample'})`,
        look: { log: true },
      },
    });
  };
  return (
    <SmallChart
      campaignId={campaignId}
      name="cost of smoothing"
      label="Power spectral density before and after"
      build={build}
    />
  );
}
