import type { ComparedGroup, ComparisonReply } from '@undameter/contract';
import { conditionsOf, partOfComparison } from '@undameter/drawing';
import type { Looks } from '../../axes/looks';
import { withLooks } from '../../axes/axesOfOption';
import { SeriesMark } from '../../board/SeriesMark';
import { Chart } from '../../chart/Chart';
import { compareOption, type DifferenceView, type Ranges } from '../../chart/compareOption';
import { useTheme } from '../../theme/ThemeProvider';
import { commonRanges, kindsInWords, namesOfPlaces, turnedIn } from './groups';
import './compare.css';

interface GroupChartsProps {
  reply: ComparisonReply;
  view: DifferenceView;
  looks: Looks;
}

/** A chart for each group, beside each other and on one scale. */
export function GroupCharts({ reply, view, looks }: GroupChartsProps) {
  const ranges = commonRanges(reply, turnedIn(reply, looks));
  return (
    <>
      <p className="group-key">
        {namesOfPlaces(reply).map((name, place) => (
          <SeriesMark key={name} series={place} name={name} />
        ))}
        <span className="soft">{kindsInWords(reply)}</span>
      </p>
      <div className="group-charts">
        {reply.groups.map((group) => (
          <GroupChart key={group.name} {...{ reply, group, view, looks, ranges }} />
        ))}
      </div>
    </>
  );
}

function GroupChart({
  reply,
  group,
  view,
  looks,
  ranges,
}: GroupChartsProps & { group: ComparedGroup; ranges: Ranges }) {
  const { palette } = useTheme();
  const part = partOfComparison(reply, conditionsOf(group));
  return (
    <section className="group-chart" aria-label={group.name}>
      <h3 className="clip" title={group.name}>
        {group.name}
      </h3>
      <Chart
        label={`${group.name}: ${reply.y.name} of ${reply.reference} against its candidates, and the differences`}
        build={(size) => withLooks(compareOption(part, palette, size, view, ranges), looks)}
      />
    </section>
  );
}
