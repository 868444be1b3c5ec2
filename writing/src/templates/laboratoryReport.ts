import { heading, livingBlock, paragraph, slanted } from '../build';
import { boardsOf, figuresOf, findingsOf, mainRun, methodOf, rigOf, toWrite, verdictsOf } from './parts';
import type { Template } from './Template';

/** In the order in which a course or a laboratory asks for it: common practice. */
export const laboratoryReport: Template = {
  kind: 'laboratory report',
  title: 'Laboratory report',
  about: 'question, set-up, data, analysis, sources of error, conclusion',
  documentOf: (things) => {
    const run = mainRun(things);
    return {
      type: 'doc',
      content: [
        heading(1, 'Question'),
        things.question ? paragraph(slanted(things.question)) : toWrite('What was to be found out, and why.'),
        heading(1, 'Set-up'),
        toWrite('The rig, what was set and what was measured, in a few sentences.'),
        ...rigOf(run, things.hasSensors),
        heading(1, 'Data'),
        toWrite('What was logged, and what was done to it.'),
        ...methodOf(run),
        heading(1, 'Analysis'),
        ...figuresOf(things),
        ...boardsOf(things),
        ...verdictsOf(things),
        heading(1, 'Sources of error'),
        livingBlock('errors', { kind: 'errors' }),
        heading(1, 'Conclusion'),
        ...findingsOf(things),
        toWrite('The answer to the question, with its ±, and what would make it surer.'),
      ],
    };
  },
};
