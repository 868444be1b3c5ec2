import type { RunReply } from '@undameter/contract';
import { distinctNames, formatValue } from '@undameter/core';
import { counted } from '../parts/counted';

/** The account of an import: every line of the file is in one of its counts. */
export function RecordList({ run }: { run: RunReply }) {
  const names = distinctNames(run.declared);
  const { record, fileName, sources } = run;
  if (!record) return null;
  const { shortRows, longRows, passedOver, remarks, continued, beyond, cutThrough } = record;
  const first = (line: number | undefined) => (line === undefined ? '' : ` (first in line ${line})`);
  const lines = [
    { text: `${counted(record.rows, 'sample')} from ${counted(record.linesRead, 'line')} of ${fileName}` },
    record.preamble.length > 0 && {
      text: `${counted(record.preamble.length, 'line')} of preamble: “${record.preamble[0]}” …`,
    },
    (record.headingLines ?? 0) > 0 && { text: counted(record.headingLines ?? 0, 'line') + ' of headings and units' },
    record.blankLines > 0 && { text: counted(record.blankLines, 'blank line') },
    remarks && { text: counted(remarks.count, 'remark') + ' between the rows' + first(remarks.firstLine) },
    continued && {
      text: `${counted(continued.count, 'line')} that go on with a quoted cell${first(continued.firstLine)}`,
    },
    cutThrough && {
      doubt: true,
      text: `${counted(cutThrough.count, 'row')} in which a cut of fixed width goes through a cell${first(cutThrough.firstLine)}`,
    },
    beyond && {
      doubt: true,
      text: `${counted(beyond.count, 'line')} below the last data row not read${first(beyond.firstLine)}`,
    },
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
    ...record.columns.flatMap(({ missing, notNumber, firstNotNumber, notNumberLines = [], origin, labels }, i) => [
      origin !== undefined && { text: `${names[i] ?? `column ${i + 1}`}: seconds since ${origin}` },
      labels && {
        text: `${names[i] ?? `column ${i + 1}`}: ${counted(labels.length, 'word')}: ${labels.slice(0, 6).join(', ')}${labels.length > 6 ? ' …' : ''}`,
      },
      missing > 0 && {
        text: `${names[i] ?? `column ${i + 1}`}: ${counted(missing, 'empty or marked cell')} counted as missing`,
      },
      notNumber > 0 && {
        doubt: true,
        text: `${names[i] ?? `column ${i + 1}`}: ${counted(notNumber, 'cell that is', 'cells that are')} no number, counted as missing, the first in line ${firstNotNumber?.line}: “${firstNotNumber?.text}”${further(notNumberLines, notNumber)}`,
      },
    ]),
    ...sources.map((s) => ({
      text:
        s.how === 'continued'
          ? `Continued with ${counted(s.count, 'sample')} of ${s.runName} (${s.fileName})`
          : `Joined with ${counted(s.count, 'channel')} of ${s.runName} (${s.fileName}), its times ${s.rate ? `stretched by ${formatValue(s.rate * 1e6, 4)} ppm and ` : ''}shifted by ${formatValue(s.shift, 6)}`,
    })),
  ];
  return (
    <ul className="record-list">
      {lines.map((l, i) =>
        l ? (
          <li key={i} className={'doubt' in l && l.doubt ? 'doubt' : ''}>
            {l.text}
          </li>
        ) : null,
      )}
    </ul>
  );
}

/** A few more line numbers, so that they can be looked up in the file; all noted ones are in the record. */
const further = (lines: readonly number[], count: number): string =>
  lines.length < 2 ? '' : `; also in ${lines.slice(1, 6).join(', ')}${count > 6 ? ' …' : ''}`;
