import { joinPlanes, type JoinPlane } from '@undameter/core';
import { Type, type Static } from 'typebox';
import { closed, described, id, name, orNull, problem, reading, symbol, unit } from './common';
import { steps } from './run';

/** A file of a field may be so large. */
export const MOST_FIELD_BYTES = 1024 * 2 ** 20;

const variable = described(
  'As the file calls it; with its component, where it has several.',
  Type.String({ maxLength: 200 }),
);

const nodes = described('How many nodes there are.', Type.Integer());
const cells = described('How many cells join them.', Type.Integer());

const plane = described(
  'Two axes: in their plane nodes without cells are joined by triangles.',
  Type.Unsafe<JoinPlane>(Type.Enum([...joinPlanes])),
);

const takenVariable = closed({ variable, symbol, name, unit });
export type TakenVariable = Static<typeof takenVariable>;

export const fieldUploadReply = closed({
  uploadId: Type.String(),
  fileName: Type.String(),
  bytes: Type.Integer(),
  nodes,
  cells,
  zones: described('Its parts.', Type.Array(closed({ name: Type.String(), nodes, cells }))),
  coordinateUnit: described('As the file states it, else of the field that was read last; empty: none was.', unit),
  plane: described('In which nodes without cells were joined; null: all have cells.', orNull(plane)),
  times: described(
    'Of the series that it is one of, as the file counts them; none: it is of none.',
    Type.Array(Type.Number()),
  ),
  variables: described(
    'What is known at its nodes.',
    Type.Array(
      closed({
        ...takenVariable.properties,
        isRemembered: described('Its unit is that of the last field with a variable of this name.', Type.Boolean()),
        lowest: reading,
        highest: reading,
        missing: described('Nodes without a value.', Type.Integer()),
      }),
    ),
  ),
  remarks: described('What was read otherwise than it stands in the file.', Type.Array(Type.String())),
});
export type FieldUploadReply = Static<typeof fieldUploadReply>;

export const fieldBody = closed({
  uploadId: Type.String({ pattern: '^[0-9a-f]{32}$' }),
  name,
  coordinateUnit: described('Of x, y and z.', unit),
  plane: described(
    'In which nodes without cells are joined; absent: in the one in which they spread most.',
    Type.Optional(plane),
  ),
  time: described(
    'Number of the time of a series that is taken, counted from 0; absent: the last one.',
    Type.Optional(Type.Integer({ minimum: 0, maximum: 1_000_000 })),
  ),
  variables: described('Those that become channels.', Type.Array(takenVariable, { maxItems: 500 })),
});
export type FieldBody = Static<typeof fieldBody>;

export const fieldReply = closed({
  nodes,
  cells,
  hasSolids: described('Some of its cells are solids, so that it has an inside.', Type.Boolean()),
  zones: described('Their names, in the order of the codes of the category.', Type.Array(Type.String())),
  coordinates: described('Symbols of x, y and z.', Type.Array(Type.String(), { minItems: 3, maxItems: 3 })),
  zone: described('Symbol of the category that names the zone of a node.', Type.String()),
  remarks: Type.Array(Type.String()),
});
export type FieldReply = Static<typeof fieldReply>;

/** Steps on trial; absent: those that are saved. */
const trial = { steps: Type.Optional(steps) };

export const fieldTrialBody = closed({ ...trial });
export const fieldValuesBody = closed({ ...trial, symbol });

export const recipeBody = closed({
  kind: described('The way in which it is made.', Type.String({ maxLength: 40 })),
  settings: described(
    'What each kind takes is checked by the kind itself.',
    Type.Record(Type.String({ maxLength: 40 }), Type.Unknown()),
  ),
});

export const cutBody = closed({ ...trial, recipe: recipeBody });
const place = described('Of its points in turn, in the unit of the coordinates.', Type.Array(Type.Number()));
export const cutReply = closed({
  parts: Type.Array(
    closed({
      station: described('Value at which it is cut; 0 of a plane.', Type.Number()),
      zone: Type.String(),
      isClosed: described('It comes back to where it began.', Type.Boolean()),
      x: place,
      y: place,
      z: place,
    }),
  ),
  said: described('What was found, in sentences.', Type.Array(Type.String())),
});
export type CutReply = Static<typeof cutReply>;

export const nodeParams = closed({
  id,
  node: described('Counted from 1.', Type.Integer({ minimum: 1, maximum: 2147483647 })),
});
export const nodeReply = closed({
  node: described('Its number, counted from 1.', Type.Integer()),
  isKept: described('No step has set it aside.', Type.Boolean()),
  values: Type.Array(
    closed({
      symbol: Type.String(),
      name: Type.String(),
      unit: Type.String(),
      value: reading,
      word: described('Of a category.', orNull(Type.String())),
    }),
  ),
});
export type NodeReply = Static<typeof nodeReply>;

export const derivedBody = closed({
  name,
  runId: described('The run that it is made from.', id),
  recipe: recipeBody,
});
export type DerivedBody = Static<typeof derivedBody>;

export const alikeBody = closed({ runId: described('The other run, of which all is made.', id) });
const madeThing = closed({ id, name: Type.String() });
export const alikeReply = described(
  'What was made of another run.',
  closed({
    run: described('The derived run, with the recipe and the procedure of the first.', madeThing),
    comparisons: described('Those that the first takes part in.', Type.Array(madeThing)),
    figures: described('Those of both.', Type.Array(madeThing)),
  }),
);
export type AlikeReply = Static<typeof alikeReply>;

export const derivedReply = described(
  'How a derived run is made, and from what.',
  closed({
    fromRunId: described('The run that it is made from.', id),
    fromName: described('Its name.', Type.String()),
    recipe: recipeBody,
    words: described('The recipe in words.', Type.String()),
    said: described('What was found when it was made.', Type.Array(Type.String())),
    problem: described(
      'Why it could not be made anew when what it is made from changed; its samples are from before.',
      orNull(problem),
    ),
  }),
);
export type DerivedReply = Static<typeof derivedReply>;
