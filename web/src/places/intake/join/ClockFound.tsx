import type { OffsetReply } from '@undameter/contract';
import { printUnit } from '@undameter/core';
import { SmallChart } from '../../../axes/SmallChart';
import type { Size } from '../../../chart/Chart';
import { level, points } from '../../../chart/marks';
import { stackOption } from '../../../chart/panes';
import { useTheme } from '../../../theme/ThemeProvider';
import { clockInWords, ratePpmOf } from './clockWords';

interface ClockFoundProps {
  campaignId: number;
  clock: OffsetReply['clock'];
  /** Of the times. */
  unit: string;
  onTake(offset: number, ratePpm: number): void;
}

/** How the two clocks run against each other, and the time error along the run that is left. */
export function ClockFound({ campaignId, clock, unit, onTake }: ClockFoundProps) {
  const { palette } = useTheme();
  const time = printUnit(unit);
  const build = (size: Size) =>
    stackOption({
      size,
      palette,
      panes: [
        {
          title: `Time error left${time && ` (${time})`}`,
          weight: 1,
          marks: [
            level(0, palette.line),
            points(
              { x: clock?.matches.map((m) => m.at) ?? [], y: clock?.matches.map((m) => m.residual) ?? [] },
              { name: 'match', colour: palette.act, series: 0, ground: palette.sheet },
            ),
          ],
        },
      ],
      x: { title: `Time of the second log${time && ` (${time})`}` },
    });
  return (
    <>
      <p className={clock && clock.rateHalf !== null ? 'said' : 'soft'}>
        {clockInWords(clock, unit)}{' '}
        {clock && (
          <button className="quiet" onClick={() => onTake(Number(clock.offset.toPrecision(8)), ratePpmOf(clock))}>
            Correct the clock: {ratePpmOf(clock)} ppm
          </button>
        )}
      </p>
      {clock && (
        <SmallChart
          campaignId={campaignId}
          name="time error of a join"
          label="Time error left along the run"
          build={build}
        />
      )}
    </>
  );
}
