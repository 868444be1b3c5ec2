import { Type, type Static } from 'typebox';
import type { Speech } from '../../Speech';

const command = Type.String({
  description: 'One line: a question ends in ?, a setting holds {value}.',
  minLength: 1,
  maxLength: 200,
  pattern: '^[ -~]+$',
});
const source = Type.Object(
  {
    by: Type.Literal('command'),
    command,
    /** Which of several values of the answer, from 1; absent: it has one. */
    value: Type.Optional(Type.Integer({ minimum: 1, maximum: 1000 })),
  },
  { additionalProperties: false },
);
export type CommandSource = Static<typeof source>;

/** Lines of text over a plain socket: IEEE 488.2 common commands, SCPI-1999. */
export const scpiSpeech: Speech<CommandSource> = {
  kind: 'scpi',
  by: 'command',
  title: 'SCPI',
  usualPort: 5025,
  source,
  asked: ({ command: asked }) => asked,
};
