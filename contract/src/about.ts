import { Type, type Static } from 'typebox';
import { closed } from './common';

/** What this program is, and which files it takes and gives. */
export const aboutReply = closed({
  version: Type.String(),
  /** Endings of the files that can come in, without the dot. */
  reads: Type.Array(Type.String()),
  /** Formats that channels can be taken out in. */
  writes: Type.Array(closed({ kind: Type.String(), title: Type.String(), extension: Type.String() })),
});
export type AboutReply = Static<typeof aboutReply>;
