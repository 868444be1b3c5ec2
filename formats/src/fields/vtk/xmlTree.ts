import { AppError } from '@undameter/core';
import { SaxesParser } from 'saxes';

/** An element of an XML text. */
export interface Element {
  tag: string;
  attributes: Readonly<Record<string, string>>;
  children: Element[];
  /** What stands between its children. */
  text: string[];
}

/**
 * The elements of an XML text. A document type is refused, and with it every entity that a text could declare.
 * @param isWhole  false: the text breaks off where something that is no text begins
 * @throws {AppError} FILE_DAMAGED
 */
export function elementsOf(text: string, name: string, isWhole: boolean): Element {
  const root: Element = { tag: '', attributes: {}, children: [], text: [] };
  const open = [root];
  const damaged = (reason: string) => new AppError('FILE_DAMAGED', { name, what: 'XML field', reason });
  const parser = new SaxesParser();
  parser.on('doctype', () => {
    throw damaged('it declares a document type, whose entities are not followed');
  });
  parser.on('opentag', ({ name: tag, attributes }) => {
    const element: Element = { tag, attributes, children: [], text: [] };
    open.at(-1)!.children.push(element);
    open.push(element);
  });
  parser.on('closetag', () => open.pop());
  parser.on('text', (piece) => open.at(-1)!.text.push(piece));
  parser.on('error', (error) => {
    throw damaged(error.message);
  });
  parser.write(text);
  if (isWhole) parser.close();
  return root;
}

export const childrenOf = ({ children }: Element, tag: string): Element[] => children.filter((c) => c.tag === tag);
export const childOf = (element: Element | undefined, tag: string): Element | undefined =>
  element && childrenOf(element, tag)[0];
