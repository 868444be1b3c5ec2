import {
  columnChoiceSchema,
  columnReadingSchema,
  layoutSchema,
  previewSchema,
  savedLayoutSchema,
  whySchema,
} from '@undameter/core';
import { Type, type Static } from 'typebox';
import { runKind } from './campaign';
import { closed, described, errorReply, id, name, orNull, symbol, unit } from './common';

export const uploadId = Type.String({ pattern: '^[a-f0-9]{32}$' });
export const uploadParams = closed({ uploadId });
export const fileQuery = closed({
  name: described(
    'The name of the file; a form that carries the file says it too.',
    Type.Optional(Type.String({ minLength: 1, maxLength: 1000, pattern: '[^/\\\\]$' })),
  ),
});

export const uploadReply = described(
  'A file that waits for import: what was understood of it.',
  closed({
    uploadId,
    name: Type.String(),
    bytes: Type.Integer(),
    levels: described(
      'The containers that the text lies in, from the outside, each with its parts and the one that was opened.',
      Type.Array(
        closed({
          title: Type.String(),
          partTitle: Type.String(),
          parts: Type.Array(Type.String()),
          each: described('Those that are runs of their own.', Type.Array(Type.String())),
          part: Type.String(),
        }),
      ),
    ),
    layout: layoutSchema,
    why: whySchema,
    preview: previewSchema,
    recognised: described(
      'A remembered layout that the file fits, applied to it.',
      orNull(
        closed({
          id,
          name: Type.String(),
          layout: layoutSchema,
          preview: previewSchema,
          choices: Type.Array(columnChoiceSchema),
          along: orNull(Type.Integer()),
          differences: described('Where the file deviates from it.', Type.Array(Type.String())),
        }),
      ),
    ),
    again: described(
      'The run that the file is read again for, with the settings that it was read with.',
      orNull(
        closed({
          runId: id,
          runName: Type.String(),
          kind: runKind,
          layout: layoutSchema,
          preview: previewSchema,
          choices: Type.Array(columnChoiceSchema),
          along: orNull(Type.Integer()),
        }),
      ),
    ),
  }),
);
export type UploadReply = Static<typeof uploadReply>;

export const savedLayoutBody = savedLayoutSchema;
export const savedLayoutRow = closed({ id, name: Type.String() });
export type SavedLayoutRow = Static<typeof savedLayoutRow>;

export const partBody = closed({
  parts: Type.Array(Type.String({ minLength: 1, maxLength: 1000 }), { minItems: 1, maxItems: 4 }),
});
export const rereadBody = closed({ layout: layoutSchema });
export const rereadReply = closed({ preview: previewSchema });

export const importColumn = closed({ reading: columnReadingSchema, name, symbol, unit });

export const importBody = closed({
  campaignId: id,
  name,
  kind: runKind,
  layout: layoutSchema,
  columns: Type.Array(importColumn, { minItems: 1, maxItems: 20000 }),
  width: described('Number of columns that the preview showed.', Type.Integer({ minimum: 1, maximum: 20000 })),
  replaceRunId: described("The run whose samples the file's take the place of; absent: a new one.", Type.Optional(id)),
  keepUpload: described('The file waits on, for another part of it.', Type.Optional(Type.Boolean())),
  along: described(
    'Index of the column that runs along the samples, mostly time.',
    orNull(Type.Integer({ minimum: 0 })),
  ),
});
export type ImportBody = Static<typeof importBody>;

export const jobParams = closed({ jobId: Type.String({ pattern: '^[a-f0-9]{32}$' }) });
export const jobReply = closed({
  jobId: Type.String(),
  state: Type.Union([Type.Literal('running'), Type.Literal('done'), Type.Literal('failed')]),
  bytesRead: Type.Integer(),
  bytesTotal: Type.Integer(),
  rows: Type.Integer(),
  secondsLeft: described('Estimated from the bytes so far.', orNull(Type.Number())),
  runId: orNull(id),
  error: orNull(errorReply),
});
export type JobReply = Static<typeof jobReply>;
