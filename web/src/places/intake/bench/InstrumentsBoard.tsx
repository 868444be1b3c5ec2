import { addressText, type InstrumentRow } from '@undameter/contract';
import { Board } from '../../../board/Board';
import { speechOf } from './instrumentDraft';

interface InstrumentsBoardProps {
  instruments: readonly InstrumentRow[] | undefined;
  inHand: number | undefined;
  onTake(id: number): void;
  onNew(): void;
}

const quantitiesIn = ({ quantities }: InstrumentRow, access: 'read' | 'set'): string =>
  quantities
    .filter((q) => q.access === access)
    .map((q) => q.symbol)
    .join(', ');

/** The instruments of the campaign: where each is, and what of it is read or set. */
export const InstrumentsBoard = ({ instruments, inHand, onTake, onNew }: InstrumentsBoardProps) => (
  <Board<InstrumentRow>
    title="Instruments"
    rows={instruments ?? []}
    waiting={!instruments}
    keyOf={(i) => i.id}
    inHand={inHand ?? null}
    onTake={(i) => onTake(i.id)}
    tools={
      <button className="quiet" onClick={onNew}>
        + Instrument
      </button>
    }
    empty="None yet. An instrument speaks SCPI over a socket or Modbus TCP; what it shows becomes columns of a run."
    columns={[
      { key: 'name', title: 'Instrument', value: (i) => i.name, cell: (i) => <b>{i.name}</b> },
      { key: 'protocol', title: 'Speaks', value: (i) => i.protocol, cell: (i) => speechOf(i.protocol).title },
      {
        key: 'address',
        title: 'At',
        value: addressText,
        cell: (i) => <span className="number">{addressText(i)}</span>,
      },
      { key: 'set', title: 'Set', value: (i) => quantitiesIn(i, 'set'), cell: (i) => quantitiesIn(i, 'set') },
      { key: 'read', title: 'Read', value: (i) => quantitiesIn(i, 'read'), cell: (i) => quantitiesIn(i, 'read') },
    ]}
  />
);
