import { outlineOf } from './typefaces';

interface Element {
  type?: string;
  x?: number;
  y?: number;
  /** In radians, anticlockwise. */
  rotation?: number;
  children?: Element[];
  style?: { text?: string; fill?: string; fontSize?: number; fontWeight?: number; fontStyle?: string };
  [key: string]: unknown;
}

/** From what the library takes for the middle of a text down to its baseline, of its size; as the drawing has it. */
const MIDDLE = 0.345;

const elementsOf = (option: Record<string, unknown>): Element[] => option['graphic'] as Element[];
const isType = ({ type, children }: Element): boolean =>
  type === 'text' || (type === 'group' && children !== undefined);

/** An option without its letters. */
export const withoutType = (option: Record<string, unknown>): Record<string, unknown> => ({
  ...option,
  graphic: elementsOf(option).filter((element) => !isType(element)),
});

/** The letters of an option as outlines, to stand at the end of its SVG: for programs that have no face of their own. */
export const typeAsOutlines = (option: Record<string, unknown>): string =>
  elementsOf(option).filter(isType).map(outline).join('');

function outline(element: Element): string {
  const { x = 0, y = 0, rotation = 0, children, style } = element;
  if (children) {
    // SVG turns clockwise, and counts in degrees.
    const degrees = (-rotation * 180) / Math.PI;
    return `<g transform="translate(${x} ${y}) rotate(${degrees})">${children.map(outline).join('')}</g>`;
  }
  if (style?.text === undefined) return '';
  const size = style.fontSize ?? 12;
  const path = outlineOf(style.text, size, style.fontWeight ?? 400, style.fontStyle === 'italic');
  return `<path transform="translate(${x} ${y + MIDDLE * size})" fill="${style.fill ?? '#000000'}" d="${path}"/>`;
}
