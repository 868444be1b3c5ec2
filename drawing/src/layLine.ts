import type { MathLine, MathPiece } from '@undameter/core';

export interface TypeFace {
  family: string;
  /** In pixels. */
  size: number;
  weight: 400 | 600;
}
/** Width of a text in pixels; how that is known differs between a page and a server. */
export type Measure = (text: string, face: TypeFace & { italic: boolean }) => number;

/** A line of type with every piece at its place: x from its left end, y from its baseline downwards. */
export interface LaidLine {
  width: number;
  ascent: number;
  descent: number;
  texts: readonly { text: string; x: number; y: number; size: number; italic: boolean }[];
  rules: readonly { x1: number; y1: number; x2: number; y2: number }[];
}

/** Of the size of the type: what stands above and below the baseline, and what is raised and lowered. */
const ASCENT = 0.78;
const DESCENT = 0.22;
const SMALL = 0.7;
const RAISE = 0.38;
const LOWER = 0.16;
/** Middle of a fraction's rule above the baseline. */
const AXIS = 0.28;
const FRACTION = 0.85;

const nothing: LaidLine = { width: 0, ascent: 0, descent: 0, texts: [], rules: [] };

/** Puts the pieces of a line side by side, and above each other where they are raised or fractions. */
export function layLine(line: MathLine, face: TypeFace, measure: Measure): LaidLine {
  return line.reduce<LaidLine>((whole, piece) => beside(whole, layPiece(piece, face, measure)), {
    ...nothing,
    ascent: ASCENT * face.size,
    descent: DESCENT * face.size,
  });
}

const moved = (line: LaidLine, dx: number, dy: number): LaidLine => ({
  width: line.width,
  ascent: line.ascent - dy,
  descent: line.descent + dy,
  texts: line.texts.map((t) => ({ ...t, x: t.x + dx, y: t.y + dy })),
  rules: line.rules.map((r) => ({ x1: r.x1 + dx, x2: r.x2 + dx, y1: r.y1 + dy, y2: r.y2 + dy })),
});

/** A line that is too long for its place, in smaller type. */
export function shrunk(line: LaidLine, most: number): LaidLine {
  const share = Math.min(1, most / line.width);
  if (share === 1) return line;
  return {
    width: line.width * share,
    ascent: line.ascent * share,
    descent: line.descent * share,
    texts: line.texts.map((t) => ({ ...t, x: t.x * share, y: t.y * share, size: t.size * share })),
    rules: line.rules.map((r) => ({ x1: r.x1 * share, x2: r.x2 * share, y1: r.y1 * share, y2: r.y2 * share })),
  };
}

const over = (a: LaidLine, b: LaidLine): LaidLine => ({
  width: Math.max(a.width, b.width),
  ascent: Math.max(a.ascent, b.ascent),
  descent: Math.max(a.descent, b.descent),
  texts: [...a.texts, ...b.texts],
  rules: [...a.rules, ...b.rules],
});

const beside = (a: LaidLine, b: LaidLine): LaidLine => ({ ...over(a, moved(b, a.width, 0)), width: a.width + b.width });

function layPiece(piece: MathPiece, face: TypeFace, measure: Measure): LaidLine {
  const { size } = face;
  switch (piece.kind) {
    case 'text': {
      const italic = piece.italic === true;
      const widthOf = (text: string): number => measure(text, { ...face, italic });
      // Spaces at the ends of a text are lost in some formats: they are made of distance.
      const text = piece.text.trim();
      const before = piece.text.slice(0, piece.text.length - piece.text.trimStart().length);
      return {
        width: widthOf(piece.text),
        ascent: ASCENT * size,
        descent: DESCENT * size,
        texts: text === '' ? [] : [{ text, x: before === '' ? 0 : widthOf(before), y: 0, size, italic }],
        rules: [],
      };
    }
    case 'raised':
    case 'lowered': {
      const small = layLine(piece.of, { ...face, size: SMALL * size }, measure);
      return moved(small, 0, piece.kind === 'raised' ? -RAISE * size : LOWER * size);
    }
    case 'root': {
      const sign = layLine([{ kind: 'text', text: '√' }], face, measure);
      const inside = layLine(piece.of, face, measure);
      const y = -inside.ascent - 0.04 * size;
      const both = beside(sign, inside);
      return {
        ...both,
        ascent: -y + 0.05 * size,
        rules: [...both.rules, { x1: 0.85 * sign.width, x2: both.width, y1: y, y2: y }],
      };
    }
    case 'fraction':
      return layFraction(piece.over, piece.under, face, measure);
  }
}

function layFraction(above: MathLine, below: MathLine, face: TypeFace, measure: Measure): LaidLine {
  const { size } = face;
  const [top, bottom] = [above, below].map((l) => layLine(l, { ...face, size: FRACTION * size }, measure)) as [
    LaidLine,
    LaidLine,
  ];
  const width = Math.max(top.width, bottom.width) + 0.3 * size;
  const gap = 0.12 * size;
  const y = -AXIS * size;
  const upper = moved(top, (width - top.width) / 2, y - gap - top.descent);
  const lower = moved(bottom, (width - bottom.width) / 2, y + gap + bottom.ascent);
  const both = over(upper, lower);
  return { ...both, width, rules: [...both.rules, { x1: 0.05 * size, x2: width - 0.05 * size, y1: y, y2: y }] };
}
