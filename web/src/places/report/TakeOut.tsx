import { useMutation } from '@tanstack/react-query';
import { App, Button, InputNumber } from 'antd';
import { usePreference } from '../../data/usePreference';
import { download, fileName } from '../../parts/download';
import { Sentence } from '../../parts/Sentence';
import type { FigureHeld } from './useFigureInHand';

/** A file as the figure is dressed now. @throws {Error} with the sentence of the refusal, which must not end as a file */
async function fileOf(held: FigureHeld, address: string): Promise<Response> {
  await held.flush();
  const reply = await fetch(address);
  if (reply.ok) return reply;
  throw new Error(((await reply.json()) as { message: string }).message);
}

/** The ways out of a figure: pictures for print, the clipboard, its data. */
export function TakeOut({ held }: { held: FigureHeld }) {
  const { message } = App.useApp();
  const [dpi, setDpi] = usePreference('figure.dpi', 600);
  const { id, number } = held.row;
  const { widthMm, heightMm } = held.dressing.look;
  const pixels = (millimetres: number): number => Math.round((millimetres / 25.4) * dpi);
  const picture = (format: string): string => `/api/figures/${id}/picture?format=${format}&dpi=${dpi}`;
  const take = useMutation({
    mutationFn: async (address: string) => {
      const reply = await fileOf(held, address);
      const [, extension = 'csv'] = /format=(\w+)/.exec(address) ?? [];
      download(`${fileName(held.name)}.${extension}`, await reply.blob());
    },
  });
  const copy = useMutation({
    mutationFn: async () => {
      const reply = await fileOf(held, picture('png'));
      await navigator.clipboard.write([new ClipboardItem({ 'image/png': await reply.blob() })]);
    },
    onSuccess: () => message.success(`Figure ${number} is on the clipboard`),
  });
  return (
    <footer className="take-out">
      <div className="take-out-head">
        <h3>Take out</h3>
        <span className="soft">
          {pixels(widthMm)} × {pixels(heightMm)} px at
        </span>
        <InputNumber
          aria-label="Resolution in dpi"
          min={30}
          max={1200}
          precision={0}
          suffix="dpi"
          value={dpi}
          onChange={(v) => v !== null && setDpi(v)}
        />
      </div>
      <Sentence error={take.error ?? copy.error} />
      <div className="buttons">
        <Button type="primary" loading={take.isPending} onClick={() => take.mutate(picture('png'))}>
          PNG
        </Button>
        <Button onClick={() => take.mutate(picture('svg'))}>SVG</Button>
        <Button onClick={() => take.mutate(picture('pdf'))}>PDF</Button>
        <Button loading={copy.isPending} onClick={() => copy.mutate()}>
          Copy
        </Button>
      </div>
      <p className="soft">
        its data as{' '}
        <button className="quiet" onClick={() => take.mutate(`/api/figures/${id}/data?format=csv`)}>
          CSV
        </button>{' '}
        or{' '}
        <button className="quiet" onClick={() => take.mutate(`/api/figures/${id}/data?format=xlsx`)}>
          xlsx
        </button>
        ; letters of the SVG as{' '}
        <button className="quiet" onClick={() => take.mutate(`${picture('svg')}&outlines=true`)}>
          outlines
        </button>
      </p>
    </footer>
  );
}
