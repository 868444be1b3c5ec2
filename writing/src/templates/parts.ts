import type { BlockNode, RunRow } from '@undameter/contract';
import { livingBlock, paragraph, slanted } from '../build';
import type { CampaignThings } from './Template';

/** What is to be written here, for whoever fills the frame. */
export const toWrite = (words: string): BlockNode => paragraph(slanted(words));

/** The measured run that the findings stand on, else the first that was measured. */
export function mainRun({
  runs,
  findings,
  fits,
  comparisons,
}: CampaignThings): CampaignThings['runs'][number] | undefined {
  const [first] = findings;
  const runId =
    first === undefined
      ? undefined
      : 'fitId' in first.origin
        ? fits.find((f) => 'fitId' in first.origin && f.id === first.origin.fitId)?.runId
        : comparisons.find((c) => 'comparisonId' in first.origin && c.id === first.origin.comparisonId)?.reference
            .runId;
  return runs.find((r) => r.id === runId) ?? runs.find((r) => r.kind === 'measured');
}

export const rigOf = (run: Pick<RunRow, 'id'> | undefined, hasSensors: boolean): BlockNode[] => [
  ...(run ? [livingBlock('rig', { kind: 'rig', runId: run.id })] : []),
  ...(hasSensors ? [livingBlock('sensors', { kind: 'sensors' })] : []),
];

export const methodOf = (run: Pick<RunRow, 'id'> | undefined): BlockNode[] =>
  run
    ? [
        livingBlock('procedure', { kind: 'procedure', runId: run.id }),
        livingBlock('aside', { kind: 'setAside', runId: run.id }),
      ]
    : [];

export const figuresOf = ({ figures }: CampaignThings): BlockNode[] =>
  figures.map(({ id }) => livingBlock(`figure-${id}`, { kind: 'figure', figureId: id }));

export const boardsOf = ({ fits, findings }: CampaignThings): BlockNode[] => {
  const named = new Set(findings.flatMap((f) => ('fitId' in f.origin ? [f.origin.fitId] : [])));
  return fits
    .filter((f) => named.has(f.id))
    .map(({ id }) => livingBlock(`fit-${id}`, { kind: 'parameters', fitId: id }));
};

export const findingsOf = ({ findings }: CampaignThings): BlockNode[] =>
  findings.map(({ id }) => livingBlock(`finding-${id}`, { kind: 'finding', findingId: id }));

export const verdictsOf = ({ comparisons }: CampaignThings): BlockNode[] =>
  comparisons.map(({ id }) => livingBlock(`verdict-${id}`, { kind: 'verdict', comparisonId: id }));

export const budgetsOf = ({ findings }: CampaignThings): BlockNode[] =>
  findings.map(({ id }) => livingBlock(`budget-${id}`, { kind: 'budget', findingId: id }));
