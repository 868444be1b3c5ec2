import type { OutlineLine } from '@undameter/writing';

interface OutlinePanelProps {
  kind: string;
  outline: readonly OutlineLine[];
  /** Moved living things below each heading, by its place among the blocks. */
  moved: ReadonlyMap<number, number>;
  onGo(block: number): void;
}

/** The headings of the report; a click goes there. */
export const OutlinePanel = ({ kind, outline, moved, onGo }: OutlinePanelProps) => (
  <section className="outline" aria-label="Outline">
    <header className="panel-head">
      <h2>Outline</h2>
      <span className="grow" />
      <span className="soft">{kind}</span>
    </header>
    <ol>
      {outline.map(({ number, words, level, block }) => (
        <li key={block} data-level={level}>
          <button onClick={() => onGo(block)}>
            <span className="soft">{number}</span> <span className="clip">{words || 'Without a title'}</span>
            {moved.get(block) !== undefined && <span className="doubt">{moved.get(block)} moved</span>}
          </button>
        </li>
      ))}
    </ol>
    {outline.length === 0 && <p className="soft panel-pad">No heading yet.</p>}
  </section>
);
