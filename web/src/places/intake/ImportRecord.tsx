import type { RunReply } from '@undameter/contract';
import { Button } from 'antd';
import { Link } from 'react-router';
import { addressOf } from '../../app/places';
import { QualityList } from './QualityList';
import { RecordList } from './RecordList';

interface ImportRecordProps {
  run: RunReply;
  channels: readonly { name: string; symbol: string }[];
  /** Files that wait behind this one. */
  waiting: number;
  onNext(): void;
}

/** What became of a file that was just imported, and where to go from here. */
export function ImportRecord({ run, channels, waiting, onNext }: ImportRecordProps) {
  return (
    <div className="record">
      <h2>{run.name} is imported</h2>
      <RecordList run={run} channels={channels} />
      <QualityList runId={run.id} />
      <p className="buttons">
        <Link to={addressOf(run.campaignId, 'signals', run.id)}>
          <Button type="primary">Look at its signals</Button>
        </Link>
        <Button onClick={onNext}>{waiting > 0 ? 'Go on with the next file' : 'Bring another file in'}</Button>
      </p>
    </div>
  );
}
