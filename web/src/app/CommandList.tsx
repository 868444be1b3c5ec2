import { useQuery } from '@tanstack/react-query';
import { Input, Modal } from 'antd';
import { useState, type KeyboardEvent } from 'react';
import { queries } from '../data/queries';
import { useOffered } from './commands';

/** Every action by name (Ctrl+K); with `keysOnly` the list of shortcuts (?). */
export function CommandList({ open, keysOnly, onClose }: { open: boolean; keysOnly: boolean; onClose(): void }) {
  return (
    <Modal
      open={open}
      onCancel={onClose}
      footer={null}
      closable={keysOnly}
      title={keysOnly ? 'Keys' : null}
      width={520}
      destroyOnHidden
    >
      {keysOnly ? <Keys /> : <Find onClose={onClose} />}
    </Modal>
  );
}

const chartKeys = [
  ['Drag', 'select a stretch on a chart'],
  ['Click', 'select a single sample'],
  ['← →', 'move the selection, or the window when there is none'],
  ['Shift+← →', 'widen or narrow the selection'],
  ['+ −', 'zoom in, zoom out (also the wheel; Shift+wheel moves)'],
  ['0', 'show the whole run'],
  ['Escape', 'let go of the selection'],
] as const;

function Keys() {
  const commands = useOffered();
  const { data: about } = useQuery(queries.about());
  const withKeys = commands.flatMap((c) => (c.keys ? [[c.keys, c.label] as const] : []));
  return (
    <>
      <dl className="keys">
        {[...withKeys, ...chartKeys].map(([keys, what]) => (
          <div key={keys + what}>
            <dt>
              <kbd>{keys}</kbd>
            </dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
      {about && <p className="soft">Undameter {about.version}</p>}
    </>
  );
}

function Find({ onClose }: { onClose(): void }) {
  const commands = useOffered();
  const [text, setText] = useState('');
  const [at, setAt] = useState(0);
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const found = commands.filter((c) => words.every((w) => c.label.toLowerCase().includes(w)));
  const choose = (index: number) => {
    const command = found[index];
    if (!command) return;
    onClose();
    command.run();
  };
  const press = (e: KeyboardEvent) => {
    if (e.key === 'ArrowDown') setAt(Math.min(found.length - 1, at + 1));
    else if (e.key === 'ArrowUp') setAt(Math.max(0, at - 1));
    else if (e.key === 'Enter') choose(at);
    else return;
    e.preventDefault();
  };
  return (
    <div className="find">
      <Input
        autoFocus
        aria-label="Find an action"
        placeholder="Find an action"
        value={text}
        onChange={(e) => {
          setText(e.target.value);
          setAt(0);
        }}
        onKeyDown={press}
      />
      <ul role="listbox" aria-label="Actions">
        {found.slice(0, 14).map((c, i) => (
          <li key={c.id} role="option" aria-selected={i === at} onMouseEnter={() => setAt(i)} onClick={() => choose(i)}>
            {c.label} {c.keys && <kbd>{c.keys}</kbd>}
          </li>
        ))}
        {found.length === 0 && <li className="soft">No action has this name.</li>}
      </ul>
    </div>
  );
}
