import type { LivingAttrs, LivingContent, LivingTable } from '@undameter/contract';
import { shownPart } from '@undameter/writing';
import { RunsOf } from './RunsOf';

interface ContentViewProps {
  content: LivingContent;
  /** Of what is shown, by which its picture is asked for. */
  hash: string;
  /** `Table 2`. */
  label: string;
  attrs: Pick<LivingAttrs, 'hidden' | 'caption'>;
  /** Absent: the caption cannot be written. */
  onCaption?: (caption: string | null) => void;
}

/** What a living block says, as it is printed. */
export function ContentView({ content, hash, label, attrs, onCaption }: ContentViewProps) {
  switch (content.form) {
    case 'number':
      return (
        <p>
          <RunsOf text={content.text} />
        </p>
      );
    case 'prose':
      return (
        <>
          {content.paragraphs.map((p, i) => (
            <p key={i}>
              <RunsOf text={p} />
            </p>
          ))}
        </>
      );
    case 'list':
      return (
        <>
          {content.lead && <p>{content.lead}</p>}
          <ol>
            {content.items.map((item, i) => (
              <li key={i}>
                <RunsOf text={item} />
              </li>
            ))}
          </ol>
        </>
      );
    case 'table':
      return (
        <>
          <Caption label={label} own={content.caption} caption={attrs.caption} onCaption={onCaption} />
          <TableView table={shownPart(content, attrs.hidden)} />
        </>
      );
    case 'figure':
      return (
        <figure contentEditable={false}>
          <img
            src={`/api/living/${hash}/picture?format=svg`}
            alt={attrs.caption ?? (content.caption || content.name)}
            style={{ width: `${content.widthMm}mm`, aspectRatio: `${content.widthMm} / ${content.heightMm}` }}
          />
          <Caption label={label} own={content.caption || content.name} caption={attrs.caption} onCaption={onCaption} />
        </figure>
      );
  }
}

function TableView({ table }: { table: LivingTable }) {
  const numbers = table.columns.map((c) => (c.isNumber ? 'number' : undefined));
  return (
    <>
      <table className="living-table" contentEditable={false}>
        <thead>
          <tr>
            {table.columns.map((c, i) => (
              <th key={c.key} className={numbers[i]}>
                <RunsOf text={c.title} />
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {table.rows.map(({ key, cells }) => (
            <tr key={key}>
              {cells.map((cell, i) => (
                <td key={i} className={numbers[i]}>
                  <RunsOf text={cell} />
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      {table.note && (
        <p className="note">
          <RunsOf text={table.note} />
        </p>
      )}
    </>
  );
}

interface CaptionProps {
  label: string;
  own: string;
  caption: string | null;
  onCaption: ContentViewProps['onCaption'];
}

/** The caption is its own unless another one is written over it; emptied, it is its own again. */
function Caption({ label, own, caption, onCaption }: CaptionProps) {
  const shown = caption ?? own;
  return (
    <div className="caption" contentEditable={false}>
      <b>{label}.</b>{' '}
      {onCaption ? (
        <input
          key={shown}
          aria-label={`Caption of ${label}`}
          defaultValue={shown}
          maxLength={1000}
          onBlur={(e) => {
            const written = e.target.value.trim();
            if (written !== shown) onCaption(written === '' || written === own ? null : written);
          }}
          onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
        />
      ) : (
        shown
      )}
    </div>
  );
}
