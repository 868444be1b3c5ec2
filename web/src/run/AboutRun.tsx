import type { RunReply } from '@undameter/contract';
import { madeUpInWords } from '@undameter/core';
import { Link } from 'react-router';
import { addressOf } from '../app/places';
import { QualityList } from './QualityList';
import { RecordList } from './RecordList';

/** The account of a run: its import, what its file says of it, what its samples tell. */
export function AboutRun({ run }: { run: RunReply }) {
  const properties = run.record?.properties ?? [];
  return (
    <>
      <RecordList run={run} />
      <OfNoFile run={run} />
      <p>
        <a href={`/api/runs/${run.id}/record`} download>
          Download the record
        </a>
      </p>
      {properties.length > 0 && (
        <section aria-label="Properties">
          <h3>What the file says of it</h3>
          <table className="properties">
            <tbody>
              {properties.map(({ key, value }, i) => (
                <tr key={i}>
                  <th scope="row">{key}</th>
                  <td>{value}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      )}
      <QualityList runId={run.id} />
    </>
  );
}

/** Where a run comes from that no file stands behind. */
function OfNoFile({ run }: { run: RunReply }) {
  if (run.recipe) return <p className="doubt">{madeUpInWords(run.recipe)}</p>;
  if (run.origin !== 'typed') return null;
  return (
    <p>
      Typed by hand:{' '}
      <Link to={`${addressOf(run.campaignId, 'intake')}?typed=${run.id}`}>its rows and their history</Link>.
    </p>
  );
}
