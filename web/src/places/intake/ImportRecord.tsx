import type { RunReply } from '@undameter/contract';
import { Button } from 'antd';
import { Link } from 'react-router';
import { addressOf } from '../../app/places';
import { AboutRun } from '../../run/AboutRun';

interface ImportRecordProps {
  run: RunReply;
  /** Files that wait behind this one. */
  waiting: number;
  onNext(): void;
}

/** What became of a file that was just imported, and where to go from here. */
export function ImportRecord({ run, waiting, onNext }: ImportRecordProps) {
  return (
    <div className="record">
      <h2>{run.name} is imported</h2>
      <p className="buttons">
        <Link to={addressOf(run.campaignId, 'signals', run.id)}>
          <Button type="primary">Look at its signals</Button>
        </Link>
        <Button onClick={onNext}>{waiting > 0 ? 'Go on with the next file' : 'Bring another file in'}</Button>
      </p>
      <AboutRun run={run} />
    </div>
  );
}
