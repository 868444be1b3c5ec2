import { heading, paragraph, slanted } from '../build';
import { figuresOf, findingsOf, toWrite } from './parts';
import type { Template } from './Template';

export const note: Template = {
  kind: 'note',
  title: 'Note on one page',
  about: 'the question, the finding, one figure',
  documentOf: (things) => ({
    type: 'doc',
    content: [
      ...(things.question ? [paragraph(slanted(things.question))] : []),
      heading(1, 'Finding'),
      ...findingsOf(things).slice(0, 3),
      ...figuresOf(things).slice(0, 1),
      toWrite('What follows from it, in two sentences.'),
    ],
  }),
};
