/** A report's document: what it may hold, how it is numbered, what its living things say, how it reads when written out. */
export { checkDocument } from './checkDocument';
export { compareStates, linesOf, type ComparedLine } from './compareStates';
export { flowOf, shownPart, type FlowBlock } from './flow';
export {
  countLiving,
  livingFrom,
  nameOfSource,
  whyMoved,
  type Living,
  type LivingCounts,
  type LivingState,
} from './living';
export { numberingOf, type Numbering, type OutlineLine } from './numbering';
export { plainText, runsOf, type Run } from './runs';
export { templates, type CampaignThings, type Template } from './templates';
export { frameOf } from './frameOf';
export { bullets, heading, livingBlock, paragraph, reference, slanted, value } from './build';
export { sortedJson } from './sortedJson';
export { livingOf, nodesOf, wordsOf, type AnyNode } from './walk';
