import { Type, type Static } from 'typebox';
import { closed, described, id, orNull, problem, symbol } from './common';
import { findingOrigin } from './finding';

const oneOf = <T extends string>(...values: T[]) => Type.Unsafe<T>(Type.Enum(values));

export const livingSource = described(
  'What a living number, figure or table of a report stands on; never a copy of what it says.',
  Type.Union([
    closed({ kind: Type.Literal('number'), origin: findingOrigin }),
    closed({ kind: Type.Literal('count'), runId: id, what: oneOf('logged', 'kept', 'setAside') }),
    closed({
      kind: Type.Literal('point'),
      runId: id,
      conditionId: id,
      number: described('Place among the points of its condition, from 1.', Type.Integer({ minimum: 1 })),
      symbol,
    }),
    closed({ kind: Type.Literal('finding'), findingId: id }),
    closed({ kind: Type.Literal('figure'), figureId: id }),
    closed({ kind: Type.Literal('parameters'), fitId: id }),
    closed({
      kind: Type.Literal('points'),
      runId: id,
      symbols: described('Channels in its columns.', Type.Array(symbol, { minItems: 1, maxItems: 12 })),
    }),
    closed({ kind: Type.Literal('differences'), comparisonId: id }),
    closed({
      kind: Type.Literal('verdict'),
      comparisonId: id,
      candidate: described(
        'Which of the candidates, from 0; absent: all of them.',
        Type.Optional(Type.Integer({ minimum: 0, maximum: 11 })),
      ),
    }),
    closed({ kind: Type.Literal('procedure'), runId: id }),
    closed({ kind: Type.Literal('setAside'), runId: id }),
    closed({ kind: Type.Literal('rig'), runId: id }),
    closed({ kind: Type.Literal('sensors') }),
    closed({ kind: Type.Literal('budget'), findingId: id }),
    closed({ kind: Type.Literal('errors') }),
    closed({
      kind: Type.Literal('data'),
      runId: id,
      symbols: Type.Array(symbol, { minItems: 1, maxItems: 12 }),
      rows: described(
        'So many rows at most, evenly picked from the kept samples.',
        Type.Integer({ minimum: 2, maximum: 400 }),
      ),
    }),
  ]),
);
export type LivingSource = Static<typeof livingSource>;

export const livingColumn = closed({
  key: Type.String(),
  title: Type.String(),
  isNumber: Type.Boolean(),
});
export const livingContent = described(
  'What a living thing says; all numbers are rounded as they are printed.',
  Type.Union([
    closed({ form: Type.Literal('number'), text: Type.String() }),
    closed({ form: Type.Literal('prose'), paragraphs: Type.Array(Type.String()) }),
    closed({ form: Type.Literal('list'), lead: Type.String(), items: Type.Array(Type.String()) }),
    closed({
      form: Type.Literal('table'),
      caption: Type.String(),
      columns: Type.Array(livingColumn),
      rows: Type.Array(closed({ key: Type.String(), cells: Type.Array(Type.String()) })),
      note: described('Below the table; nothing where nothing needs to be said.', Type.String()),
    }),
    closed({
      form: Type.Literal('figure'),
      name: Type.String(),
      caption: Type.String(),
      widthMm: Type.Number(),
      heightMm: Type.Number(),
    }),
  ]),
);
export type LivingContent = Static<typeof livingContent>;
export type LivingTable = Extract<LivingContent, { form: 'table' }>;

export const contentHash = Type.String({ pattern: '^[0-9a-f]{32}$' });
const basis = described(
  'What it was computed from, in words and counts, so that a move can be told from its cause.',
  Type.Array(closed({ what: Type.String(), value: Type.String() })),
);
export const livingNow = closed({
  source: livingSource,
  hash: described(
    'Of what it says; two that say the same have the same. Nothing where it cannot be computed.',
    orNull(contentHash),
  ),
  content: described('What it says; nothing where it cannot be computed.', orNull(livingContent)),
  basis,
  origin: described(
    'Where it comes from: the place, the thing there, and both in words.',
    closed({
      place: Type.String(),
      thing: orNull(id),
      words: described('Both, as a reader takes them.', Type.String()),
    }),
  ),
  problem: orNull(problem),
});
export type LivingNow = Static<typeof livingNow>;

export const livingBody = described(
  'What is asked for: what each of these says now, and what was taken under these hashes.',
  closed({
    sources: Type.Array(livingSource, { maxItems: 1000 }),
    taken: Type.Array(contentHash, { maxItems: 3000 }),
  }),
);
export type LivingBody = Static<typeof livingBody>;
export const keptContent = closed({ hash: contentHash, content: livingContent, basis });
export type KeptContent = Static<typeof keptContent>;
export const livingReply = closed({
  now: described('In the order of the sources asked for.', Type.Array(livingNow)),
  taken: Type.Array(keptContent),
});
export type LivingReply = Static<typeof livingReply>;

export const livingEntry = closed({
  group: oneOf('numbers', 'findings', 'figures', 'tables', 'words'),
  name: Type.String(),
  text: described('What it says now, in short.', Type.String()),
  from: described('Where it comes from, in words.', Type.String()),
  source: livingSource,
});
export type LivingEntry = Static<typeof livingEntry>;

export const hashParams = closed({ hash: contentHash });
export const keptPictureQuery = closed({ format: oneOf('svg', 'png') });
