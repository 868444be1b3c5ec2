import { Checkbox, InputNumber, Segmented, Select } from 'antd';
import { useState } from 'react';
import { Field } from '../../../parts/Field';
import {
  bendWords,
  lineWords,
  nextWords,
  oddWords,
  wantedWords,
  type LiveDegree,
  type LiveLine,
  type WantedNumber,
} from './liveLine';

interface LivePanelProps {
  degree: LiveDegree;
  line: LiveLine | { problem: string } | undefined;
  x: { symbol: string; unit: string };
  y: { symbol: string; unit: string };
  /** Within which a further reading can be taken: all x that are typed, planned ones too. */
  range: [number, number];
  onDegree(degree: LiveDegree): void;
  /** Whether the curve is drawn as far as its crossing with zero. */
  toZero: boolean;
  onToZero(toZero: boolean): void;
}

/** The curve through the rows so far: what it says, which row it doubts, where one more reading helps most. */
export function LivePanel({ degree, line, x, y, range, onDegree, toZero, onToZero }: LivePanelProps) {
  return (
    <section aria-label="Curve so far">
      <header className="panel-head">
        <h2>Curve so far</h2>
      </header>
      <div className="panel-pad">
        <Segmented<LiveDegree>
          size="small"
          aria-label="Curve"
          value={degree}
          onChange={onDegree}
          options={[
            { value: 0, label: 'none' },
            { value: 1, label: 'straight line' },
            { value: 2, label: 'parabola' },
          ]}
        />
        {degree === 1 && (
          <Checkbox checked={toZero} onChange={({ target }) => onToZero(target.checked)}>
            draw it to its crossing with zero
          </Checkbox>
        )}
        {line && 'problem' in line && <p className="soft">{line.problem}</p>}
        {line && 'fit' in line && <OfCurve line={line} units={{ x, y }} range={range} />}
      </div>
    </section>
  );
}

interface OfCurveProps {
  line: LiveLine;
  units: Pick<LivePanelProps, 'x' | 'y'>;
  range: [number, number];
}

function OfCurve({ line, units, range }: OfCurveProps) {
  const [wanted, want] = useState<WantedNumber>('slope');
  const [half, setHalf] = useState<number | null>(null);
  const words = lineWords(line, units);
  const bend = bendWords(line, units);
  const isTested = line.expected.some((e) => e !== undefined);
  return (
    <>
      {words.length > 0 && (
        <ul className="line-words">
          {words.map((sentence) => (
            <li key={sentence} className="number">
              {sentence}
            </li>
          ))}
        </ul>
      )}
      {bend && <p className="doubt">{bend}</p>}
      {oddWords(line, units).map(({ row, sentence }) => (
        <p key={row} className="doubt">
          {sentence}
        </p>
      ))}
      {!isTested && <p className="soft">Whether a row is off was not tested: there are too few, or more than 200.</p>}
      {words.length > 0 && (
        <>
          <Field label="Surer">
            <Select<WantedNumber>
              aria-label="What is to be surer"
              value={wanted}
              onChange={want}
              options={Object.entries(wantedWords).map(([value, label]) => ({ value: value as WantedNumber, label }))}
            />
          </Field>
          <Field label="Wanted ±">
            <InputNumber aria-label="Wanted ±" min={0} placeholder="any" value={half} onChange={setHalf} />
          </Field>
          {nextWords(line, wanted, half, range, units).map((sentence) => (
            <p key={sentence}>{sentence}</p>
          ))}
        </>
      )}
      <p className="soft">± 95 %, by the scatter of the rows about the curve alone.</p>
    </>
  );
}
