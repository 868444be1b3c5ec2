import type { QualityReply } from '@undameter/contract';
import { useQuery } from '@tanstack/react-query';
import { queries } from '../data/queries';
import { Sentence } from '../parts/Sentence';

type Judged = QualityReply[number];

/** What the logged samples tell of the clock and the sensors, with a picture of each: doubts first. */
export function QualityList({ runId }: { runId: number }) {
  const { data: channels, error } = useQuery(queries.quality(runId));
  const doubtful = (c: Judged): boolean => c.notes.some((n) => n.state === 'doubt');
  const ordered = channels && [...channels.filter(doubtful), ...channels.filter((c) => !doubtful(c))];
  return (
    <section aria-label="Quality">
      <h3>What the samples tell</h3>
      <Sentence error={error} />
      {!channels && !error && <p className="soft">Looking at every sample …</p>}
      <table className="quality">
        <tbody>
          {ordered?.map((c) => (
            <tr key={c.symbol}>
              <th scope="row">
                <code>{c.symbol}</code>
              </th>
              <td>
                <QualityPicture channel={c} />
              </td>
              <td>
                {c.notes.map((n) => (
                  <p key={n.sentence} className={n.state === 'doubt' ? 'doubt' : 'soft'}>
                    {n.sentence}
                  </p>
                ))}
                {c.notes.length === 0 && <p className="soft">{c.name}: nothing to remark</p>}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

const WIDTH = 180;
const HEIGHT = 26;

/** The channel over its samples: its span in each slice, below it where samples are missing, a mark at the first of each doubt. */
function QualityPicture({ channel: { name, notes, picture } }: { channel: Judged }) {
  const { lowest, highest, missing } = picture;
  const low = Math.min(...lowest.filter((v) => v !== null));
  const span = Math.max(...highest.filter((v) => v !== null)) - low || 1;
  const step = WIDTH / Math.max(1, lowest.length);
  const y = (v: number) => HEIGHT - 6 - ((v - low) / span) * (HEIGHT - 8);
  const doubts = notes.filter((n) => n.state === 'doubt' && n.at !== null);
  return (
    <svg width={WIDTH} height={HEIGHT} role="img" aria-label={`${name} over its samples`}>
      {lowest.map((v, i) => {
        const top = highest[i];
        return v === null || top === null || top === undefined ? null : (
          <rect key={i} x={i * step} width={step} y={y(top)} height={Math.max(1, y(v) - y(top))} className="span" />
        );
      })}
      {missing.map(
        (share, i) =>
          share > 0 && (
            <rect
              key={i}
              x={i * step}
              width={step}
              y={HEIGHT - 3}
              height="3"
              opacity={0.3 + 0.7 * share}
              className="missing"
            />
          ),
      )}
      {doubts.map((n) => (
        <path key={n.sentence} d={`M${n.at! * WIDTH} 0v${HEIGHT}`} className="first-doubt" />
      ))}
    </svg>
  );
}
