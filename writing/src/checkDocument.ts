import { contentHash, livingSource, type LivingAttrs, type ReportDocument } from '@undameter/contract';
import { AppError } from '@undameter/core';
import { Value } from 'typebox/value';
import type { AnyNode } from './walk';

const MOST_NODES = 40_000;
const MOST_DEPTH = 12;
const MOST_CHARACTERS = 20_000;

const line = ['text', 'value', 'reference', 'hardBreak'];
const blocks = ['paragraph', 'heading', 'bulletList', 'orderedList', 'table', 'living', 'pageBreak'];
/** Which nodes may stand in which. */
const holds: Readonly<Record<string, readonly string[]>> = {
  doc: blocks,
  paragraph: line,
  heading: line,
  bulletList: ['listItem'],
  orderedList: ['listItem'],
  listItem: ['paragraph', 'bulletList', 'orderedList'],
  table: ['tableRow'],
  tableRow: ['tableCell', 'tableHeader'],
  tableCell: ['paragraph', 'bulletList', 'orderedList'],
  tableHeader: ['paragraph'],
  living: [],
  pageBreak: [],
  text: [],
  value: [],
  reference: [],
  hardBreak: [],
};
const marks = new Set(['bold', 'italic', 'subscript', 'superscript']);
const id = /^[A-Za-z0-9_-]{1,40}$/;

/**
 * A document as it is kept, with nothing in it that is not known.
 * @throws {AppError} DOCUMENT_NODE, which says where, DOCUMENT_TOO_LARGE
 */
export function checkDocument(document: ReportDocument): ReportDocument {
  let nodes = 0;
  const visit = (node: AnyNode, where: string, depth: number): AnyNode => {
    nodes++;
    if (nodes > MOST_NODES) throw new AppError('DOCUMENT_TOO_LARGE', { what: 'parts', most: MOST_NODES });
    if (depth > MOST_DEPTH) throw new AppError('DOCUMENT_TOO_LARGE', { what: 'levels', most: MOST_DEPTH });
    const known = holds[node.type];
    if (!known) refuse(where, `"${node.type}" is no part of a report`);
    const content = (node.content ?? []).map((inner, i) => {
      if (!known.includes(inner.type)) refuse(where, `"${inner.type}" cannot stand in "${node.type}"`);
      return visit(inner, `${where}.${i + 1}`, depth + 1);
    });
    const attrs = attrsOf(node, where);
    return {
      type: node.type,
      ...(attrs ? { attrs } : {}),
      ...(node.type === 'text' ? textOf(node, where) : {}),
      ...(content.length > 0 ? { content } : {}),
    };
  };
  const kept = visit(document as AnyNode, 'the report', 0) as unknown as ReportDocument;
  return { type: 'doc', content: kept.content ?? [] };
}

function refuse(where: string, reason: string): never {
  throw new AppError('DOCUMENT_NODE', { where, reason });
}

function textOf({ text, marks: given = [] }: AnyNode, where: string): Pick<AnyNode, 'text' | 'marks'> {
  if (typeof text !== 'string' || text === '') refuse(where, 'a text is empty');
  if (text.length > MOST_CHARACTERS)
    throw new AppError('DOCUMENT_TOO_LARGE', { what: 'characters in one text', most: MOST_CHARACTERS });
  const unknown = given.find((m) => !marks.has(m.type));
  if (unknown) refuse(where, `"${unknown.type}" is no way to set a text`);
  return { text, ...(given.length > 0 ? { marks: given.map(({ type }) => ({ type })) } : {}) };
}

/** What belongs to a node beside what it holds; what is not known of is left out. */
function attrsOf({ type, attrs = {} }: AnyNode, where: string): Record<string, unknown> | undefined {
  switch (type) {
    case 'heading': {
      const { level } = attrs;
      if (level !== 1 && level !== 2 && level !== 3) refuse(where, 'a heading has level 1, 2 or 3');
      return { level };
    }
    case 'orderedList':
      return typeof attrs['start'] === 'number' ? { start: attrs['start'] } : undefined;
    case 'tableCell':
    case 'tableHeader':
      return { colspan: span(attrs['colspan']), rowspan: span(attrs['rowspan']) };
    case 'reference':
      if (typeof attrs['to'] !== 'string' || !id.test(attrs['to'])) refuse(where, 'a reference names nothing');
      return { to: attrs['to'] };
    case 'living':
    case 'value':
      return { ...livingAttrs(attrs as unknown as LivingAttrs, where) };
    default:
      return undefined;
  }
}

const span = (given: unknown): number =>
  typeof given === 'number' && Number.isInteger(given) && given > 0 && given <= 100 ? given : 1;

function livingAttrs(attrs: LivingAttrs, where: string): LivingAttrs {
  const { source, taken = null, kept = null, hidden = [], caption = null } = attrs;
  if (typeof attrs.id !== 'string' || !id.test(attrs.id)) refuse(where, 'a living thing has no name of its own');
  if (!Value.Check(livingSource, source)) refuse(where, 'what a living thing stands on is not known here');
  if (taken !== null && !Value.Check(contentHash, taken)) refuse(where, 'what was taken is no content');
  const isKept = kept === null || (Value.Check(contentHash, kept.over) && isText(kept.reason, 500));
  if (!isKept) refuse(where, 'what is kept on purpose has no reason of up to 500 characters');
  if (!Array.isArray(hidden) || hidden.length > 500 || hidden.some((h) => !isText(h, 200)))
    refuse(where, 'what is not shown is no list of names');
  if (caption !== null && !isText(caption, 1000)) refuse(where, 'a caption has more than 1000 characters');
  return { id: attrs.id, source, taken, kept, hidden, caption };
}

const isText = (given: unknown, most: number): boolean => typeof given === 'string' && given.length <= most;
