import type { FigureLook } from '@undameter/contract';

/** CSS defines an inch as 96 pixels. */
export const pixelsPerMm = 96 / 25.4;
const pixelsPerPoint = 96 / 72;

/** Lengths of a sheet in pixels, when a millimetre of print is so many times its size on the drawing. */
export interface Sheet {
  width: number;
  height: number;
  font: number;
  line: number;
  axis: number;
  symbol: number;
  mm: (millimetres: number) => number;
  pt: (points: number) => number;
}

export function sheetOf(look: FigureLook, scale: number): Sheet {
  const mm = (millimetres: number): number => millimetres * pixelsPerMm * scale;
  const pt = (points: number): number => points * pixelsPerPoint * scale;
  return {
    width: mm(look.widthMm),
    height: mm(look.heightMm),
    font: pt(look.fontPt),
    line: pt(look.linePt),
    axis: pt(look.axisPt),
    symbol: mm(look.symbolMm),
    mm,
    pt,
  };
}

/** Width and height of a sheet in CSS pixels at the size of its print. */
export const sizeOfSheet = ({ widthMm, heightMm }: FigureLook): { width: number; height: number } => ({
  width: widthMm * pixelsPerMm,
  height: heightMm * pixelsPerMm,
});
