import type { RunReply } from '@undameter/contract';
import { formatCount } from '@undameter/core';
import { Button } from 'antd';
import { Link } from 'react-router';
import { addressOf } from '../../app/places';

/** The account of an import: every line of the file is in one of its counts. */
export function ImportRecord({ run, onNext }: { run: RunReply; onNext(): void }) {
  const { record } = run;
  const firstOf = (line: number | undefined) => (line === undefined ? '' : ` (first in line ${line})`);
  return (
    <div className="record">
      <h2>{run.name} is imported</h2>
      {record && (
        <ul>
          <li>
            <b>{formatCount(record.rows)}</b> samples from <b>{formatCount(record.linesRead)}</b> lines of{' '}
            {run.fileName}
          </li>
          {record.blankLines > 0 && <li>{formatCount(record.blankLines)} blank lines</li>}
          {record.shortRows.count > 0 && (
            <li className="doubt">
              {formatCount(record.shortRows.count)} rows shorter than the headings{firstOf(record.shortRows.firstLine)}:
              the cells that are not there are missing
            </li>
          )}
          {record.longRows.count > 0 && (
            <li className="doubt">
              {formatCount(record.longRows.count)} rows longer than the headings{firstOf(record.longRows.firstLine)}:
              the cells beyond were not read
            </li>
          )}
          {record.passedOver.count > 0 && (
            <li className="doubt">
              {formatCount(record.passedOver.count)} lines without a number were passed over
              {firstOf(record.passedOver.firstLine)}: “{record.passedOver.firstText}”
            </li>
          )}
          {record.columns.map((c, i) =>
            c.notNumber > 0 ? (
              <li key={i} className="doubt">
                column {i + 1}: {formatCount(c.notNumber)} cells are no numbers and count as missing, the first in line{' '}
                {c.firstNotNumber?.line}: “{c.firstNotNumber?.text}”
              </li>
            ) : null,
          )}
        </ul>
      )}
      <p className="buttons">
        <Link to={addressOf(run.campaignId, 'signals', run.id)}>
          <Button type="primary">Look at its signals</Button>
        </Link>
        <Button onClick={onNext}>Bring another file in</Button>
      </p>
    </div>
  );
}
