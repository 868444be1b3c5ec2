import { outlineOf } from './typefaces';

interface Element {
  type?: string;
  x?: number;
  y?: number;
  children?: Element[];
  style?: { text?: string; fill?: string; fontSize?: number; fontWeight?: number; fontStyle?: string };
  [key: string]: unknown;
}

/** From what the library takes for the middle of a text down to its baseline, of its size; as the drawing has it. */
const MIDDLE = 0.345;

/** An option whose letters are outlines. */
export const outlined = (option: Record<string, unknown>): Record<string, unknown> => ({
  ...option,
  graphic: (option['graphic'] as Element[]).map(withOutlines),
});

function withOutlines(element: Element): Element {
  if (element.children) return { ...element, children: element.children.map(withOutlines) };
  const { style } = element;
  if (element.type !== 'text' || style?.text === undefined) return element;
  const size = style.fontSize ?? 12;
  const path = outlineOf(style.text, size, style.fontWeight ?? 400, style.fontStyle === 'italic');
  return {
    ...element,
    type: 'path',
    y: (element.y ?? 0) + MIDDLE * size,
    shape: { pathData: path },
    style: { fill: style.fill ?? '#000000' },
  };
}
