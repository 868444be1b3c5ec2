import { bullets, heading, livingBlock, paragraph } from '../build';
import { boardsOf, budgetsOf, figuresOf, findingsOf, mainRun, methodOf, rigOf, toWrite, verdictsOf } from './parts';
import type { Template } from './Template';

/** In the order of ISO/IEC 17025:2017, 7.8.2 and 7.8.3, as remembered: hold it against the standard before a report is issued. */
export const testReport: Template = {
  kind: 'test report',
  title: 'Test report',
  about: 'object, method, conditions, results with ±, deviations, statement of conformity',
  documentOf: (things) => {
    const run = mainRun(things);
    return {
      type: 'doc',
      content: [
        heading(1, 'Identification'),
        bullets('Laboratory and place:', 'Number of the report:', 'Customer:', 'Dates of receipt, test and issue:'),
        heading(1, 'Test object'),
        toWrite('What was tested, its description, its condition and its identification.'),
        heading(1, 'Method'),
        toWrite('The method by its name and issue, and what of the plan was followed.'),
        ...methodOf(run),
        heading(1, 'Conditions and equipment'),
        toWrite('Surroundings and operating conditions that bear on the results.'),
        ...rigOf(run, things.hasSensors),
        heading(1, 'Results with their uncertainty'),
        ...findingsOf(things),
        ...figuresOf(things),
        ...boardsOf(things),
        ...budgetsOf(things),
        heading(1, 'Deviations from the method'),
        toWrite('What was added, left out or done otherwise; none, if none.'),
        heading(1, 'Statement of conformity'),
        toWrite('The requirement, the rule of decision with how it counts the uncertainty, and whether it is met.'),
        ...verdictsOf(things),
        heading(1, 'Sources of error'),
        livingBlock('errors', { kind: 'errors' }),
        heading(1, 'Authorization'),
        paragraph('The results hold for the object as tested. Authorized by:'),
      ],
    };
  },
};
