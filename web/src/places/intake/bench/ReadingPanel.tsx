import { formatValue, printUnit } from '@undameter/core';
import { Button, InputNumber, Progress } from 'antd';
import { useCommands } from '../../../app/commands';
import { ApiError } from '../../../data/api';
import { Sentence } from '../../../parts/Sentence';
import { HowFields } from './HowFields';
import { LiveValues } from './LiveValues';
import { hastyWords, restWords, stateWords, toldWords, type ToSet } from './taking';
import type { TakingHeld } from './useTaking';
import './bench.css';

interface ReadingPanelProps {
  taking: TakingHeld;
  /** Of the columns, by symbol. */
  units: ReadonlyMap<string, string>;
  /** Row in hand, which can be taken again; null: none. */
  row: number | null;
  /** What the curve so far expects of the next reading. */
  expected: string | undefined;
}

/** The bench as a hand goes through it: set, watch, steady, take. */
export function ReadingPanel({ taking, units, row, expected }: ReadingPanelProps) {
  const { session, next, live, isTaking, last } = taking;
  const rest = restWords(session, live);
  const hasty = hastyWords(session, next);
  const canRetake = row !== null && !isTaking;
  useCommands([
    { id: 'take-reading', label: 'Take the reading', keys: 'M', run: () => !isTaking && taking.take() },
    ...(row === null
      ? []
      : [{ id: 'take-again', label: `Take row ${row} again`, keys: 'R', run: () => canRetake && taking.again(row) }]),
  ]);
  return (
    <section aria-label="Readings">
      <header className="panel-head">
        <h2>Next reading</h2>
        <span className="grow" />
        <span className="soft">{next.left > 0 ? `${next.left} planned` : 'beyond the plan'}</span>
      </header>
      {next.toSet.map((one) => (
        <ToSetLine key={one.symbol} one={one} taking={taking} />
      ))}
      <LiveValues live={live} units={units} />
      {rest && !isTaking && (
        <p className={rest.isSteady ? 'rest-state' : 'rest-state doubt'} role="status">
          {rest.words}
        </p>
      )}
      <div className="panel-pad">
        {hasty !== null && !isTaking && <p className="doubt">{hasty}</p>}
        {expected !== undefined && <p>{expected}</p>}
        {isTaking ? (
          <UnderWay taking={taking} />
        ) : (
          <Button type="primary" className="take-button" onClick={() => taking.take()}>
            Take the reading
            <small>
              {session.how.samples === 1 ? 'one sample' : `mean of ${session.how.samples} samples`}, key <kbd>M</kbd>
            </small>
          </Button>
        )}
        <Refused taking={taking} />
        {canRetake && (
          <div className="take-line">
            <Button size="small" onClick={() => taking.again(row)}>
              Take row {row} again <kbd>R</kbd>
            </Button>
          </div>
        )}
        {last && !isTaking && (
          <div role="status" aria-label="Last reading">
            <p className="said">
              Row {last.row} kept{last.wasSteady === false ? ', taken before it was steady' : ''}:
            </p>
            <ul className="line-words">
              {toldWords(last.values, units).map((words) => (
                <li key={words} className="number">
                  {words}
                </li>
              ))}
            </ul>
            <p className="soft">± at 95 %, by the scatter of the samples alone; the fewer they are, the wider.</p>
          </div>
        )}
      </div>
      <HowFields
        key={JSON.stringify(session)}
        session={session}
        instruments={taking.instruments}
        units={units}
        live={live}
        onKeep={taking.keep}
      />
    </section>
  );
}

/** A reading that is being taken: how far it has come, taken without waiting, or stopped. */
function UnderWay({ taking: { live, session, act } }: { taking: TakingHeld }) {
  const now = live?.now;
  const isWaiting = now?.state === 'waiting';
  return (
    <div role="status">
      <Progress percent={Math.round(100 * (now?.progress ?? 0))} size="small" showInfo={false} />
      <p>{now && now.state !== 'idle' ? stateWords(now, session) : 'taking the reading'}</p>
      <div className="take-line">
        {isWaiting && <Button onClick={() => act('anyhow')}>Take it anyhow</Button>}
        <Button onClick={() => act('stop')}>Stop</Button>
      </div>
    </div>
  );
}

/** Why a reading was not kept, with what can be done about it. */
function Refused({ taking }: { taking: TakingHeld }) {
  const { error, isTaking } = taking;
  if (!error || isTaking) return null;
  const code = error instanceof ApiError ? error.report.code : '';
  return (
    <>
      <Sentence error={error} />
      <div className="take-line">
        {code === 'READING_NOT_STEADY' && (
          <Button size="small" onClick={() => taking.take({ anyhow: true })}>
            Take it anyhow
          </Button>
        )}
        {code === 'READING_FAILED' && (
          <Button size="small" onClick={() => taking.take({ withMissing: true })}>
            Take it without these
          </Button>
        )}
      </div>
    </>
  );
}

/** A setting of the next reading: as planned or otherwise, sent to its instrument or set by hand. */
function ToSetLine({ one: { symbol, name, unit, isSent, planned }, taking }: { one: ToSet; taking: TakingHeld }) {
  const { typed, type, send } = taking;
  const value = symbol in typed ? typed[symbol]! : planned;
  return (
    <div className="to-set">
      <span className="soft">Set {name} to</span>
      <InputNumber
        aria-label={`Set ${name} to`}
        value={value}
        placeholder={planned === null ? '' : formatValue(planned, 6)}
        onChange={(v) => type({ ...typed, [symbol]: v })}
      />
      <span className="soft">{printUnit(unit)}</span>
      <span className="grow" />
      {isSent ? (
        <button className="quiet" disabled={value === null} onClick={() => value !== null && send(symbol, value)}>
          Send
        </button>
      ) : (
        <span className="soft">by hand</span>
      )}
    </div>
  );
}
