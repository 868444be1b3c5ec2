import type { FigureRow, HouseStyleBody, HouseStyleRow } from '@undameter/contract';
import { houseStyles } from '@undameter/drawing';
import { useMutation, useQuery } from '@tanstack/react-query';
import { App, Input } from 'antd';
import { useState } from 'react';
import { ask } from '../../data/api';
import { queries } from '../../data/queries';
import { Sentence } from '../../parts/Sentence';
import { ownCount, restyled, styleOf, type Style } from './dress';
import type { FigureHeld } from './useFigureInHand';

/** The styles that ship and those of the campaign; a dressing is saved as one under a name. */
export function HouseStyles({ held }: { held: FigureHeld }) {
  const { campaignId } = held.row;
  const { message } = App.useApp();
  const { data: own = [] } = useQuery(queries.houseStyles(campaignId));
  const [naming, setNaming] = useState<string | null>(null);
  const save = useMutation({
    mutationFn: (body: HouseStyleBody) => ask<HouseStyleRow>(`/campaigns/${campaignId}/styles`, { body }),
    onSuccess: ({ name }) => {
      held.dress({ ...held.dressing, styleName: name });
      setNaming(null);
    },
  });
  const remove = useMutation({ mutationFn: (id: number) => ask(`/styles/${id}`, { method: 'DELETE' }) });
  const onOthers = useMutation({
    mutationFn: () => dressOthers(held),
    onSuccess: (count) =>
      message.success(count === 1 ? '1 other figure is dressed alike' : `${count} other figures are dressed alike`),
  });
  const put = (style: Style): void => held.dress(restyled(held.dressing, style));
  return (
    <>
      <header className="panel-sub styles-head">
        <h3>House style</h3>
        <span className="grow" />
        <button className="quiet" disabled={onOthers.isPending} onClick={() => onOthers.mutate()}>
          On all figures
        </button>
        <button className="quiet" onClick={() => setNaming(naming === null ? '' : null)}>
          Save as own
        </button>
      </header>
      {naming !== null && (
        <Input.Search
          className="styles-name"
          aria-label="Name of the style"
          placeholder="name of the style"
          enterButton="Save"
          maxLength={120}
          value={naming}
          loading={save.isPending}
          onChange={(e) => setNaming(e.target.value)}
          onSearch={(name) => name.trim() !== '' && save.mutate({ name, ...styleOf(held.dressing) })}
        />
      )}
      <Sentence error={save.error ?? remove.error ?? onOthers.error} />
      <div className="styles-list" role="group" aria-label="House style">
        {houseStyles.map(({ id, title, words, look }) => (
          <StyleLine key={id} held={held} name={title} words={words} onPut={() => put({ name: title, look })} />
        ))}
        {own.map(({ id, name, look, key, axes }) => (
          <StyleLine
            key={id}
            held={held}
            name={name}
            words={`${look.fontPt} pt, ${look.widthMm} × ${look.heightMm} mm`}
            onPut={() => put({ name, look, key, axes })}
            onDelete={() => remove.mutate(id)}
          />
        ))}
      </div>
    </>
  );
}

/** Puts the style of the figure in hand on all others of the campaign; their words, ranges and sizes stay. Answers how many. */
async function dressOthers({ row, dressing }: FigureHeld): Promise<number> {
  const all = await ask<FigureRow[]>(`/campaigns/${row.campaignId}/figures`);
  const others = all.filter((f) => f.id !== row.id);
  for (const { id, name, dressing: before } of others) {
    const { widthMm, heightMm } = before.look;
    const style = styleOf(dressing);
    const look = { ...style.look, widthMm, heightMm };
    const body = { name, dressing: restyled(before, { ...style, name: dressing.styleName, look }) };
    await ask(`/figures/${id}/dressing`, { method: 'PUT', body });
  }
  return others.length;
}

interface StyleLineProps {
  held: FigureHeld;
  name: string;
  words: string;
  onPut(): void;
  onDelete?(): void;
}

function StyleLine({ held, name, words, onPut, onDelete }: StyleLineProps) {
  const isHere = held.dressing.styleName === name;
  const own = ownCount(held.dressing);
  return (
    <div className="style-line">
      <button aria-pressed={isHere} onClick={onPut}>
        <b>{name}</b>
        <span className="soft">{words}</span>
        {isHere && own > 0 && <span className="soft">{own === 1 ? '1 thing' : `${own} things`} of your own</span>}
      </button>
      {onDelete && (
        <button className="quiet" aria-label={`Delete the style ${name}`} onClick={onDelete}>
          Delete
        </button>
      )}
    </div>
  );
}
