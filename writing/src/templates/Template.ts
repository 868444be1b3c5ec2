import type { ComparisonRow, FigureRow, FindingRow, FitRow, ReportDocument, RunRow } from '@undameter/contract';

/** What a campaign has that a new report can show. */
export interface CampaignThings {
  question: string;
  runs: readonly Pick<RunRow, 'id' | 'name' | 'kind' | 'steps'>[];
  figures: readonly Pick<FigureRow, 'id' | 'name'>[];
  findings: readonly Pick<FindingRow, 'id' | 'origin'>[];
  fits: readonly Pick<FitRow, 'id' | 'name' | 'runId'>[];
  comparisons: readonly Pick<ComparisonRow, 'id' | 'name' | 'reference'>[];
  hasSensors: boolean;
}

/** A frame for a new report. */
export interface Template {
  kind: string;
  title: string;
  /** For whom, in one line. */
  about: string;
  documentOf(things: CampaignThings): ReportDocument;
}
