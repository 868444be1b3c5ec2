import type { Layout, Preview } from '@undameter/core';
import { Dropdown } from 'antd';
import { Fragment } from 'react';
import { toggledCut } from './parsedCuts';

const roleWords = {
  preamble: 'preamble',
  heading: 'headings',
  units: 'units',
  data: 'data',
  blank: 'blank',
  remark: 'remark',
  beyond: 'not read',
} as const;
const asWords: readonly string[] = ['preamble', 'blank', 'remark'];

/** Columns of a very wide file beyond these are on the board below only. */
const MOST_SHOWN = 60;

interface FirstLinesProps {
  preview: Preview;
  layout: Layout;
  left: ReadonlySet<number>;
  onLayout(layout: Layout): void;
}

/** The first lines of the file, each marked by what it was taken for; a click on its number says otherwise. */
export function FirstLines({ preview, layout, left, onLayout }: FirstLinesProps) {
  return (
    <div className="first-lines">
      {layout.delimiter === 'fixed' && <CutsRuler preview={preview} layout={layout} onLayout={onLayout} />}
      <table>
        <tbody>
          {preview.lines.map(({ line, role, cells, text }, i) => (
            <tr key={line} className={role}>
              <th scope="row">
                <RoleMenu line={line} layout={layout} onLayout={onLayout} />
              </th>
              <td className="role">{preview.lines[i - 1]?.role === role ? '' : roleWords[role]}</td>
              {asWords.includes(role) ? (
                <td colSpan={preview.columns.length} className="words">
                  {text}
                </td>
              ) : (
                <Fragment>
                  {preview.columns.slice(0, MOST_SHOWN).map((c) => (
                    <td key={c.index} className={left.has(c.index) ? 'left-out' : ''}>
                      {cells[c.index] ?? ''}
                    </td>
                  ))}
                  {preview.columns.length > MOST_SHOWN && <td className="soft">…</td>}
                </Fragment>
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** What a line can be made, by a click on its number. */
function RoleMenu({ line, layout, onLayout }: { line: number; layout: Layout; onLayout(layout: Layout): void }) {
  const { lastDataLine: _, ...toTheEnd } = layout;
  const choices: { key: string; label: string; layout: Layout }[] = [
    {
      key: 'heading',
      label: 'Headings',
      layout: { ...layout, headingLine: line, firstDataLine: Math.max(layout.firstDataLine, line + 1) },
    },
    {
      key: 'units',
      label: 'Units',
      layout: { ...layout, unitsLine: line, firstDataLine: Math.max(layout.firstDataLine, line + 1) },
    },
    { key: 'first', label: 'First row of data', layout: { ...layout, firstDataLine: line } },
    { key: 'last', label: 'Last row of data', layout: { ...layout, lastDataLine: line } },
    ...(layout.headingLine === line
      ? [{ key: 'no-heading', label: 'No headings', layout: { ...layout, headingLine: null } }]
      : []),
    ...(layout.unitsLine === line
      ? [{ key: 'no-units', label: 'No units', layout: { ...layout, unitsLine: null } }]
      : []),
    ...(layout.lastDataLine === undefined ? [] : [{ key: 'to-end', label: 'Rows to the end', layout: toTheEnd }]),
  ];
  return (
    <Dropdown
      trigger={['click']}
      menu={{
        items: choices.map(({ key, label }) => ({ key, label })),
        onClick: ({ key }) => onLayout(choices.find((c) => c.key === key)!.layout),
      }}
    >
      <button className="quiet number" aria-label={`Line ${line} is …`}>
        {line}
      </button>
    </Dropdown>
  );
}

/** A few lines as they stand; a click between two characters begins a column there, or no longer. */
function CutsRuler({ preview, layout, onLayout }: Omit<FirstLinesProps, 'left'>) {
  const cuts = layout.cuts ?? [];
  const lines = preview.lines
    .filter((l) => l.role === 'heading' || l.role === 'units' || l.role === 'data')
    .slice(0, 4);
  const width = lines.reduce((most, l) => Math.max(most, l.text?.length ?? 0), 0);
  return (
    <div className="cuts" role="group" aria-label="Where columns begin">
      {Array.from({ length: width }, (_, at) => (
        <button
          key={at}
          className={cuts.includes(at) ? 'cut' : ''}
          aria-label={`Character ${at}`}
          aria-pressed={cuts.includes(at)}
          disabled={at === 0}
          onClick={() => onLayout({ ...layout, cuts: toggledCut(cuts, at) })}
        >
          {lines.map(({ line, text }) => (
            <span key={line}>{text?.[at] ?? ' '}</span>
          ))}
        </button>
      ))}
    </div>
  );
}
