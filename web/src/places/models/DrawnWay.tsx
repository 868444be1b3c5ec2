import type { DrawnQuantity, PropagationBody } from '@undameter/contract';
import { Progress, Select } from 'antd';
import { useState } from 'react';
import { SmallChart } from '../../axes/SmallChart';
import type { Size } from '../../chart/Chart';
import { Sentence } from '../../parts/Sentence';
import { useTheme } from '../../theme/ThemeProvider';
import { drawnOption } from './drawnOption';
import { agreementWords, progressWords, sourcesInWords } from './drawnWords';
import styles from './DrawnWay.module.css';
import { useDrawnWay } from './useDrawnWay';

interface DrawnWayProps {
  campaignId: number;
  body: Omit<PropagationBody, 'draws'>;
  /** Which of the numbers are shown: those of the place where this stands. */
  kind: DrawnQuantity['kind'];
}

const counts = [1000, 2000, 5000, 20_000];
const USUAL = 2000;

/** On demand: all declared sources of error drawn many times, the whole way anew with each, beside what first order says. */
export function DrawnWay({ campaignId, body, kind }: DrawnWayProps) {
  const [draws, setDraws] = useState(USUAL);
  const { drawn, isRunning, error, start, stop } = useDrawnWay({ ...body, draws });
  const quantities = (drawn?.quantities ?? []).filter((q) => q.kind === kind);
  return (
    <section aria-label="Monte Carlo of the whole way">
      <header className="panel-head">
        <h2>Does the ± hold?</h2>
        <span className="grow" />
        <Select
          size="small"
          aria-label="Draws"
          value={draws}
          onChange={setDraws}
          disabled={isRunning}
          options={counts.map((value) => ({ value, label: `${value} draws` }))}
        />
        {isRunning ? (
          <button className="quiet" onClick={stop} disabled={!drawn}>
            Stop
          </button>
        ) : (
          <button className="quiet" onClick={start}>
            Draw
          </button>
        )}
      </header>
      <Sentence error={error} />
      {!drawn && !isRunning && (
        <p className="soft panel-pad">
          Draws every declared source of error and goes through steps, points and fit anew with each (Monte Carlo, JCGM
          101): where first order is not enough, its ± differs.
        </p>
      )}
      {drawn && (
        <div className="panel-pad">
          {isRunning && <Progress percent={(100 * drawn.draws) / drawn.wanted} showInfo={false} size="small" />}
          <span className="soft" role="status">
            {progressWords(drawn)}
          </span>
        </div>
      )}
      {quantities.length > 0 && <Quantities campaignId={campaignId} quantities={quantities} />}
      {drawn && drawn.quantities.length > 0 && quantities.length === 0 && (
        <p className="soft panel-pad">Nothing is read off the curve here: type an x or a y above.</p>
      )}
      {drawn && drawn.draws > 0 && <p className="soft panel-pad">{sourcesInWords(drawn)}</p>}
    </section>
  );
}

function Quantities({ campaignId, quantities }: { campaignId: number; quantities: readonly DrawnQuantity[] }) {
  const { palette } = useTheme();
  const [taken, setTaken] = useState<string>();
  const shown = quantities.find((q) => q.name === taken) ?? quantities[0]!;
  return (
    <>
      <SmallChart
        campaignId={campaignId}
        name={`draws of ${shown.name}`.slice(0, 200)}
        label={`Draws of ${shown.name}, and what first order takes them for`}
        build={(size: Size) => drawnOption(shown, palette, size)}
      />
      <p className="soft panel-pad">
        Bars: how often a draw gave this value. Curve: the normal distribution of first order.
      </p>
      <ul className="ladder small">
        {quantities.map((q) => {
          const { mark, word } = agreementWords[q.agreement];
          return (
            <li key={q.name} className={mark}>
              <button
                className={q === shown ? styles['taken'] : styles['name']}
                aria-pressed={q === shown}
                onClick={() => setTaken(q.name)}
              >
                {q.name} <span className="state">{word}</span>
              </button>
              <span>{q.text}</span>
            </li>
          );
        })}
      </ul>
    </>
  );
}
