import { Type, type Static } from 'typebox';
import { closed, described } from './common';

export const aboutReply = described(
  'What this program is, and which files it takes and gives.',
  closed({
    version: Type.String(),
    reads: described('Endings of the files that can come in, without the dot.', Type.Array(Type.String())),
    readsFields: described('Endings of files of simulated fields, without the dot.', Type.Array(Type.String())),
    writes: described(
      'Formats that channels can be taken out in.',
      Type.Array(closed({ kind: Type.String(), title: Type.String(), extension: Type.String() })),
    ),
  }),
);
export type AboutReply = Static<typeof aboutReply>;
