import { Type, type Static } from 'typebox';
import { closed, described, id, name, orNull } from './common';

const runKind = Type.Union([Type.Literal('measured'), Type.Literal('simulated')]);
export type RunKind = Static<typeof runKind>;
export { runKind };
export const runOrigin = described(
  'Where it came from: a file, a hand, a formula, the file of a simulated field, or another run; what was made up is no measurement.',
  Type.Unsafe<'file' | 'typed' | 'madeUp' | 'field' | 'derived'>(
    Type.Enum(['file', 'typed', 'madeUp', 'field', 'derived']),
  ),
);
export type RunOrigin = Static<typeof runOrigin>;

export const campaignBody = closed({ name, question: Type.String({ maxLength: 2000, default: '' }) });
export type CampaignBody = Static<typeof campaignBody>;
export const campaignChange = closed({
  name,
  question: described('Left out: it stays as it is.', Type.Optional(Type.String({ maxLength: 2000 }))),
});
export type CampaignChange = Static<typeof campaignChange>;

export const campaignRow = closed({
  id,
  name: Type.String(),
  question: Type.String(),
  demo: Type.Boolean(),
  runs: Type.Integer(),
  createdAt: Type.String(),
});
export type CampaignRow = Static<typeof campaignRow>;

export const runRow = closed({
  id,
  campaignId: id,
  name: Type.String(),
  kind: runKind,
  origin: runOrigin,
  isField: described('Its samples are nodes that a mesh joins.', Type.Boolean()),
  fileName: Type.String(),
  samples: Type.Integer(),
  channels: Type.Integer(),
  steps: Type.Integer(),
  along: orNull(Type.String()),
  createdAt: Type.String(),
});
export type RunRow = Static<typeof runRow>;

export const campaignReply = described(
  'A campaign with the number of things in each place.',
  closed({
    ...campaignRow.properties,
    runRows: Type.Array(runRow),
    counts: closed({
      conditions: Type.Integer(),
      tables: Type.Integer(),
      fits: Type.Integer(),
      comparisons: Type.Integer(),
      findings: Type.Integer(),
      figures: Type.Integer(),
    }),
  }),
);
export type CampaignReply = Static<typeof campaignReply>;
