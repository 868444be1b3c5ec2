import type { FigureRow } from '@undameter/contract';
import { day } from '../../parts/day';

interface FigureStripProps {
  figures: readonly FigureRow[];
  inHand: number | undefined;
  onOpen(id: number): void;
}

/** Pixels of a millimetre in the strip. */
const SCALE = 0.68;

/** The figures of the campaign as small sheets, in proportion to their printed size, each with its state. */
export function FigureStrip({ figures, inHand, onOpen }: FigureStripProps) {
  return (
    <ol className="figure-strip">
      {figures.map((figure) => {
        const { widthMm, heightMm } = figure.dressing.look;
        const [width, height] = sizeInStrip(widthMm, heightMm);
        return (
          <li key={figure.id}>
            <button aria-current={figure.id === inHand} onClick={() => onOpen(figure.id)}>
              <img
                key={smallPicture(figure)}
                src={smallPicture(figure)}
                width={width}
                height={height}
                alt=""
                loading="lazy"
                // While it cannot be drawn as it is dressed its sheet is empty; the place itself says why.
                onError={(event) => (event.currentTarget.style.visibility = 'hidden')}
              />
              <span className="clip">
                {figure.number} {figure.name}
              </span>
              <span className="soft">
                {figure.id === inHand
                  ? 'in hand'
                  : figure.frozenAt
                    ? `frozen ${day(figure.frozenAt)}`
                    : `${widthMm} × ${heightMm} mm`}
              </span>
            </button>
          </li>
        );
      })}
    </ol>
  );
}

/** In proportion to the print, within what a strip can show. */
function sizeInStrip(widthMm: number, heightMm: number): [number, number] {
  const scale = Math.min(SCALE, 150 / widthMm, 92 / heightMm);
  return [widthMm * scale, heightMm * scale];
}

/** Another address after each change of its dressing, so that the browser asks for it anew. */
const smallPicture = ({ id, dressing, source }: FigureRow): string => {
  const dpi = Math.min(150, Math.max(30, Math.round((300 / dressing.look.widthMm) * 25.4)));
  return `/api/figures/${id}/picture?format=png&dpi=${dpi}&version=${hash(JSON.stringify([dressing, source]))}`;
};

const hash = (text: string): number => [...text].reduce((sum, c) => (sum * 31 + c.charCodeAt(0)) | 0, 7);
