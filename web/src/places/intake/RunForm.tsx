import type { JobReply } from '@undameter/contract';
import { formatCount } from '@undameter/core';
import { Button, Input, Progress, Segmented, Select } from 'antd';
import { Field } from '../../parts/Field';
import { Sentence } from '../../parts/Sentence';
import { counted } from '../../parts/counted';
import type { LayoutPanelProps } from './layoutPanelProps';
import { leftOut, type IntakeState } from './state';
import { zoneChoices } from './zones';

/** What the run is called, what it runs along, what to know before the import, and the import. */
export function RunForm(props: LayoutPanelProps) {
  const { state, act } = props;
  const { upload, columns } = state;
  const kept = columns.filter((c) => c.keep);
  const along = kept.find((c) => c.index === state.along);
  const out = leftOut(state);
  return (
    <>
      <header className="panel-head">
        <h2>Run</h2>
      </header>
      <div className="panel-pad">
        {upload.again ? (
          <p>
            Read again for <b>{upload.again.runName}</b>: its samples are replaced, its procedure stays.
          </p>
        ) : (
          <>
            <Field label="Name">
              <Input
                value={state.runName}
                maxLength={120}
                onChange={(e) => act({ type: 'change', change: { runName: e.target.value } })}
              />
            </Field>
            <Field label="Kind">
              <Segmented<IntakeState['kind']>
                value={state.kind}
                onChange={(kind) => act({ type: 'change', change: { kind } })}
                options={['measured', 'simulated']}
              />
            </Field>
          </>
        )}
        <Field label="Runs along" hint="The channel along which samples are ordered, mostly time.">
          <Select
            aria-label="Runs along"
            value={state.along ?? -1}
            onChange={(v) => act({ type: 'change', change: { along: v === -1 ? null : v } })}
            options={[
              { value: -1, label: 'the sample number' },
              ...kept.map((c) => ({ value: c.index, label: `${c.symbol}  ${c.name}` })),
            ]}
          />
        </Field>
        {along && ['clock', 'yearFirst', 'dayFirst', 'monthFirst'].includes(along.reading.reads) && (
          <Field
            label="Logger’s clock"
            hint="Needed where logs of several clocks are joined; what a cell states itself goes before."
          >
            <Select
              showSearch={{ optionFilterProp: 'label' }}
              aria-label="Logger’s clock"
              value={along.reading.zone ?? 9999}
              onChange={(zone) => act({ type: 'zone', index: along.index, zone: zone === 9999 ? null : zone })}
              options={[{ value: 9999, label: 'zone not stated' }, ...zoneChoices]}
            />
          </Field>
        )}
        {out && <p className="soft">{out}</p>}
      </div>
      <ImportFoot {...props} />
    </>
  );
}

/** The import itself, always in sight. */
function ImportFoot({ state, rereading, job, error, onImport, onImportAll, allDone, onCancel }: LayoutPanelProps) {
  const { upload, columns } = state;
  const kept = columns.filter((c) => c.keep);
  const parts = upload.levels.at(-1);
  const several = parts && parts.each.length > 1 && !upload.again ? parts.each : undefined;
  return (
    <footer className="panel-foot">
      <Sentence error={error ?? job?.error} />
      {job?.state === 'running' ? (
        <ImportProgress job={job} allDone={allDone} onCancel={onCancel} />
      ) : (
        <div className="import-buttons">
          <Button
            type="primary"
            disabled={rereading || kept.length === 0 || state.runName.trim() === ''}
            onClick={onImport}
          >
            {upload.again ? 'Read again' : 'Import'} {kept.length} of {columns.length} columns
          </Button>
          {several && (
            <Button onClick={() => onImportAll(several)} disabled={rereading || allDone !== null}>
              {allDone ? `${allDone.done} of ${allDone.of} imported` : `Import all ${several.length} as runs`}
            </Button>
          )}
        </div>
      )}
    </footer>
  );
}

function ImportProgress({
  job,
  allDone,
  onCancel,
}: { job: JobReply } & Pick<LayoutPanelProps, 'allDone' | 'onCancel'>) {
  const percent = Math.floor((100 * job.bytesRead) / Math.max(1, job.bytesTotal));
  const mebibytes = (bytes: number) => `${(bytes / 2 ** 20).toFixed(bytes < 10 * 2 ** 20 ? 1 : 0)}`;
  return (
    <div className="import-progress">
      {allDone && (
        <span>
          run {allDone.done + 1} of {allDone.of}
        </span>
      )}
      <Progress percent={percent} size="small" />
      <span className="number">
        {mebibytes(job.bytesRead)} of {mebibytes(job.bytesTotal)} MiB, {formatCount(job.rows)} rows
      </span>
      <span className="soft">
        {job.secondsLeft === null ? 'beginning …' : `about ${timeLeft(job.secondsLeft)} left`}
      </span>
      <Button onClick={onCancel}>Cancel</Button>
    </div>
  );
}

const timeLeft = (seconds: number): string =>
  seconds < 90 ? counted(Math.max(1, seconds), 'second') : counted(Math.round(seconds / 60), 'minute');
