import type { Preview } from '@undameter/core';
import { Fragment } from 'react';

const roleWords = { preamble: 'preamble', heading: 'headings', units: 'units', data: 'data', blank: 'blank' } as const;

/** The first lines of the file, each marked by what it was taken for. */
export function FirstLines({ preview, left }: { preview: Preview; left: ReadonlySet<number> }) {
  return (
    <div className="first-lines">
      <table>
        <tbody>
          {preview.lines.map(({ line, role, cells }, i) => (
            <tr key={line} className={role}>
              <th scope="row">{line}</th>
              <td className="role">{preview.lines[i - 1]?.role === role ? '' : roleWords[role]}</td>
              {role === 'preamble' || role === 'blank' ? (
                <td colSpan={preview.columns.length} className="words">
                  {cells.join(' ')}
                </td>
              ) : (
                <Fragment>
                  {preview.columns.map((c) => (
                    <td key={c.index} className={left.has(c.index) ? 'left-out' : ''}>
                      {cells[c.index] ?? ''}
                    </td>
                  ))}
                </Fragment>
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
