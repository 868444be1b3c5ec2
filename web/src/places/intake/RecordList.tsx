import type { RunReply } from '@undameter/contract';
import { distinctNames } from '@undameter/core';
import { counted } from '../../parts/counted';

/**
 * The account of an import: every line of the file is in one of its counts.
 * @param channels  the imported ones, in their order
 */
export function RecordList({ run, channels }: { run: RunReply; channels: readonly { name: string; symbol: string }[] }) {
  const names = distinctNames(channels);
  const { record, fileName } = run;
  if (!record) return null;
  const { shortRows, longRows, passedOver } = record;
  const first = (line: number | undefined) => (line === undefined ? '' : ` (first in line ${line})`);
  const lines = [
    { text: `${counted(record.rows, 'sample')} from ${counted(record.linesRead, 'line')} of ${fileName}` },
    record.preamble.length > 0 && { text: `${counted(record.preamble.length, 'line')} of preamble: “${record.preamble[0]}” …` },
    record.blankLines > 0 && { text: counted(record.blankLines, 'blank line') },
    shortRows.count > 0 && {
      doubt: true,
      text: `${counted(shortRows.count, 'row')} shorter than the headings${first(shortRows.firstLine)}: the cells that are not there are missing`,
    },
    longRows.count > 0 && {
      doubt: true,
      text: `${counted(longRows.count, 'row')} longer than the headings${first(longRows.firstLine)}: the cells beyond were not read`,
    },
    passedOver.count > 0 && {
      doubt: true,
      text: `${counted(passedOver.count, 'line')} without a number passed over${first(passedOver.firstLine)}: “${passedOver.firstText}”`,
    },
    ...record.columns.flatMap(({ missing, notNumber, firstNotNumber, origin }, i) => [
      origin !== undefined && { text: `${names[i] ?? `column ${i + 1}`}: seconds since ${origin}` },
      missing > 0 && { text: `${names[i] ?? `column ${i + 1}`}: ${counted(missing, 'empty or marked cell')} counted as missing` },
      notNumber > 0 && {
        doubt: true,
        text: `${names[i] ?? `column ${i + 1}`}: ${counted(notNumber, 'cell that is', 'cells that are')} no number, counted as missing, the first in line ${firstNotNumber?.line}: “${firstNotNumber?.text}”`,
      },
    ]),
  ];
  return (
    <ul className="record-list">
      {lines.map((l, i) => (l ? <li key={i} className={'doubt' in l && l.doubt ? 'doubt' : ''}>{l.text}</li> : null))}
    </ul>
  );
} // prettier-ignore
