import type { FigureRow } from '@undameter/contract';
import { useMutation } from '@tanstack/react-query';
import { Button } from 'antd';
import { useState, type ReactNode } from 'react';
import { useCommands } from '../../app/commands';
import { PlaceFrame } from '../../app/PlaceFrame';
import { ask } from '../../data/api';
import { Empty } from '../../parts/Empty';
import { Sentence } from '../../parts/Sentence';
import { DressingPanel } from './DressingPanel';
import { FigureSheet } from './FigureSheet';
import { TakeOut } from './TakeOut';
import { partsOf, type Part } from './parts';
import { stateInWords } from './stateInWords';
import { useFigureInHand, type FigureHeld } from './useFigureInHand';

interface InHandProps {
  row: FigureRow;
  board: ReactNode;
  onGone(): void;
}

/** A figure on its sheet; what is pointed at is what is dressed. */
export function FigureInHand({ row, board, onGone }: InHandProps) {
  const held = useFigureInHand(row);
  const content = held.shown?.content ?? null;
  const parts = partsOf(content, held.dressing);
  const [pointed, point] = useState('sheet');
  const [scale, setScale] = useState(1);
  const part = parts.find((p) => p.id === pointed) ?? parts[0]!;
  useCommands([
    { id: 'undo-dressing', label: 'Undo the last change of the figure', keys: 'Ctrl+Z', run: () => held.undo?.() },
    { id: 'redo-dressing', label: 'Redo it', keys: 'Ctrl+Shift+Z', run: () => held.redo?.() },
    ...parts.map((p) => ({ id: `dress ${p.id}`, label: `Dress: ${p.title}`, run: () => point(p.id) })),
  ]);
  return (
    <PlaceFrame
      title={held.name}
      context={<span className="soft">{stateInWords(row, held.shown)}</span>}
      ledger={<FigureTools held={held} onGone={onGone} />}
      heading={<PartBar parts={parts} part={part} onPart={point} scale={scale} />}
      chart={
        <>
          <Sentence error={held.error ?? held.shown?.problem} />
          {content ? (
            <FigureSheet held={held} content={content} part={part.id} onPart={point} onScale={setScale} />
          ) : (
            !held.waiting && <Empty title="This figure could not be drawn yet" />
          )}
        </>
      }
      boardHeight={190}
      board={board}
      panel={content ? <DressingPanel held={held} content={content} part={part} /> : <TakeOut held={held} />}
    />
  );
}

function FigureTools({ held, onGone }: { held: FigureHeld; onGone(): void }) {
  const isFrozen = held.row.frozenAt !== null;
  const remove = useMutation({
    mutationFn: () => ask(`/figures/${held.row.id}`, { method: 'DELETE' }),
    onSuccess: onGone,
  });
  return (
    <div className="figure-tools">
      <Sentence error={remove.error} />
      <Button disabled={!held.undo} onClick={held.undo}>
        Undo
      </Button>
      <Button disabled={!held.redo} onClick={held.redo}>
        Redo
      </Button>
      <Button onClick={() => held.freeze(!isFrozen)}>{isFrozen ? 'Follow its data' : 'Freeze as it is today'}</Button>
      <Button onClick={() => remove.mutate()}>Delete</Button>
    </div>
  );
}

interface PartBarProps {
  parts: readonly Part[];
  part: Part;
  onPart(id: string): void;
  scale: number;
}

/** All parts of the figure; the one in hand is marked. */
const PartBar = ({ parts, part, onPart, scale }: PartBarProps) => (
  <>
    <span className="soft">Point at</span>
    <span className="part-bar" role="toolbar" aria-label="Parts of the figure">
      {parts.map((p) => (
        <button key={p.id} aria-pressed={p.id === part.id} onClick={() => onPart(p.id)}>
          {p.title}
        </button>
      ))}
    </span>
    <span className="grow" />
    <span className="soft">{Math.round(100 * scale)} % of print</span>
  </>
);
