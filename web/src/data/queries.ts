import type {
  AboutReply,
  AppliedRun,
  ApplyBody,
  BenchReply,
  BenchSession,
  CampaignReply,
  CampaignRow,
  ChartAxes,
  ComparisonBody,
  ComparisonReply,
  ComparisonRow,
  ConditionRow,
  CostReply,
  CutReply,
  DerivedReply,
  FieldReply,
  FigureReply,
  FigureRow,
  FindingBudget,
  FindingRow,
  FitBody,
  FitReply,
  FitRow,
  FormulaReply,
  HistogramReply,
  HouseStyleRow,
  InstrumentRow,
  JudgementReply,
  LivingBody,
  LivingEntry,
  LivingReply,
  MapReply,
  NodeReply,
  OwnModelRow,
  PairsReply,
  PictureRow,
  PointsReply,
  PropagationReply,
  QualityReply,
  RankingReply,
  ReadingsReply,
  ReportExportReply,
  ReportRow,
  RunReply,
  SavedProcedureRow,
  SensorRow,
  SheetReply,
  SheetVersion,
  SetPointsBody,
  SetPointsReply,
  SteadyReply,
  SpectrumBody,
  RemovedTable,
  SpectrumReply,
  TransferBody,
  TransferReply,
  HistogramBody,
  CyclesBody,
  CyclesReply,
  StretchBody,
  StretchReply,
  TableRow,
  TableUse,
  TableVersion,
  TemplateRow,
  TracesReply,
  VersionRow,
  WhyReply,
} from '@undameter/contract';
import type { Recipe, Step, SteadyLimit } from '@undameter/core';
import { keepPreviousData, queryOptions, skipToken } from '@tanstack/react-query';
import { ask, askBytes } from './api';

/** Channels over a window of a run; null for its ends. */
export interface Window {
  steps?: readonly Step[];
  symbols: readonly string[];
  from: number | null;
  to: number | null;
}

/** Every question that the screens put to the server, with its key. */
const read = <Reply>(path: string) =>
  queryOptions({ queryKey: [path], queryFn: ({ signal }) => ask<Reply>(path, { signal }) });

/** A question with a body; while a new answer is under way the last one stays on the screen. */
const put = <Reply>(path: string, body: unknown, wanted = true) =>
  queryOptions({
    queryKey: [path, body],
    queryFn: wanted ? ({ signal }: { signal: AbortSignal }) => ask<Reply>(path, { body, signal }) : skipToken,
    placeholderData: keepPreviousData,
  });

/** The same for a reply that is bytes. */
const putBytes = (path: string, body: unknown, wanted = true) =>
  queryOptions({
    queryKey: [path, body],
    queryFn: wanted ? ({ signal }: { signal: AbortSignal }) => askBytes(path, { body, signal }) : skipToken,
    placeholderData: keepPreviousData,
    // Bytes are not compared, and those of pictures lately left need no place.
    structuralSharing: false,
    gcTime: 60_000,
  });

export const queries = {
  about: () => read<AboutReply>('/about'),
  campaigns: () => read<CampaignRow[]>('/campaigns'),
  campaign: (id: number) => read<CampaignReply>(`/campaigns/${id}`),
  run: (id: number) => read<RunReply>(`/runs/${id}`),
  field: (id: number) => read<FieldReply | null>(`/runs/${id}/field`),
  fieldSurface: (id: number, body: { steps?: readonly Step[] }) => putBytes(`/runs/${id}/field/surface`, body),
  fieldValues: (id: number, body: { steps?: readonly Step[]; symbol: string }) =>
    putBytes(`/runs/${id}/field/values`, body, body.symbol !== ''),
  fieldCut: (id: number, body: { steps?: readonly Step[]; recipe: Recipe } | undefined) =>
    put<CutReply>(`/runs/${id}/field/cut`, body, body !== undefined),
  fieldNode: (id: number, node: number) => read<NodeReply>(`/runs/${id}/field/nodes/${node}`),
  derivation: (id: number) => read<DerivedReply | null>(`/runs/${id}/derivation`),
  quality: (id: number) => read<QualityReply>(`/runs/${id}/quality`),
  sensors: (campaignId: number) => read<SensorRow[]>(`/campaigns/${campaignId}/sensors`),
  conditions: (campaignId: number) => read<ConditionRow[]>(`/campaigns/${campaignId}/conditions`),
  setPoints: (runId: number, body: SetPointsBody) => put<SetPointsReply>(`/runs/${runId}/set-points`, body),
  steady: (runId: number, limit: SteadyLimit, wanted: boolean) =>
    put<SteadyReply>(`/runs/${runId}/steady`, limit, wanted),
  points: (runId: number, symbols: readonly string[] = [], wanted = true) =>
    put<PointsReply>(`/runs/${runId}/operating-points`, { conditionIds: [], symbols }, wanted),
  map: (runId: number, body: { x: string; y: string; columns: number; rows: number }) =>
    put<MapReply>(`/runs/${runId}/map`, body, body.x !== '' && body.y !== ''),
  /** What would come of applying steps to runs; nothing is saved. */
  applied: (campaignId: number, body: Omit<ApplyBody, 'save'>, wanted: boolean) =>
    put<AppliedRun[]>(`/campaigns/${campaignId}/procedures/apply`, { ...body, save: false }, wanted),
  procedures: (campaignId: number) => read<SavedProcedureRow[]>(`/campaigns/${campaignId}/procedures`),
  tables: (campaignId: number) => read<TableRow[]>(`/campaigns/${campaignId}/tables`),
  tableVersions: (id: number) => read<TableVersion[]>(`/tables/${id}/versions`),
  removedTables: (campaignId: number) => read<RemovedTable[]>(`/campaigns/${campaignId}/tables/removed`),
  tableUses: (id: number) => read<TableUse[]>(`/tables/${id}/uses`),
  fits: (campaignId: number) => read<FitRow[]>(`/campaigns/${campaignId}/fits`),
  fitResult: (id: number) => read<FitReply>(`/fits/${id}/result`),
  comparisons: (campaignId: number) => read<ComparisonRow[]>(`/campaigns/${campaignId}/comparisons`),
  comparisonResult: (id: number) => read<ComparisonReply>(`/comparisons/${id}/result`),
  trialComparison: (body: ComparisonBody & { campaignId: number }, wanted: boolean) =>
    put<ComparisonReply>('/comparisons/trial', body, wanted),
  figures: (campaignId: number) => read<FigureRow[]>(`/campaigns/${campaignId}/figures`),
  sheet: (runId: number) => read<SheetReply>(`/runs/${runId}/sheet`),
  pictures: (campaignId: number) => read<PictureRow[]>(`/campaigns/${campaignId}/pictures`),
  picture: (id: number) => read<PictureRow>(`/pictures/${id}`),
  instruments: (campaignId: number) => read<InstrumentRow[]>(`/campaigns/${campaignId}/instruments`),
  session: (runId: number) => read<BenchSession | null>(`/runs/${runId}/session`),
  sheetVersions: (runId: number, isWanted: boolean) =>
    queryOptions({ ...read<SheetVersion[]>(`/runs/${runId}/sheet/versions`), enabled: isWanted }),
  chartAxes: (campaignId: number) => read<ChartAxes[]>(`/campaigns/${campaignId}/axes`),
  houseStyles: (campaignId: number) => read<HouseStyleRow[]>(`/campaigns/${campaignId}/styles`),
  figureContent: (id: number) => read<FigureReply>(`/figures/${id}/content`),
  reports: (campaignId: number) => read<ReportRow[]>(`/campaigns/${campaignId}/reports`),
  reportVersions: (id: number) => read<VersionRow[]>(`/reports/${id}/versions`),
  templates: (campaignId: number) => read<TemplateRow[]>(`/campaigns/${campaignId}/templates`),
  /** Everything that can be put into a report. */
  livingEntries: (campaignId: number) => read<LivingEntry[]>(`/campaigns/${campaignId}/living`),
  living: (campaignId: number, body: LivingBody) => put<LivingReply>(`/campaigns/${campaignId}/living`, body),
  /** Asked again while it is written. */
  reportExport: (jobId: string | undefined) => ({
    ...read<ReportExportReply>(`/report-exports/${jobId ?? ''}`),
    enabled: jobId !== undefined,
    refetchInterval: ({ state }: { state: { data: ReportExportReply | undefined; error: Error | null } }) =>
      state.error || (state.data && state.data.state !== 'running') ? (false as const) : 250,
  }),
  findings: (campaignId: number) => read<FindingRow[]>(`/campaigns/${campaignId}/findings`),
  /** Asked again while it goes on, and no more when it has ended. */
  propagation: (jobId: string | undefined) => ({
    ...read<PropagationReply>(`/propagations/${jobId ?? ''}`),
    enabled: jobId !== undefined,
    refetchInterval: ({ state }: { state: { data: PropagationReply | undefined; error: Error | null } }) =>
      state.error || (state.data && state.data.state !== 'running') ? (false as const) : 400,
  }),
  findingBudget: (id: number) => read<FindingBudget>(`/findings/${id}/budget`),
  /** With the saved procedure, or with one on trial. */
  bench: (runId: number, steps?: readonly Step[]) => put<BenchReply>(`/runs/${runId}/bench`, steps ? { steps } : {}),
  traces: (runId: number, body: Window & { pixels: number }) =>
    put<TracesReply>(`/runs/${runId}/traces`, body, body.symbols.length > 0),
  cost: (runId: number, body: { steps: readonly Step[]; channel: string; made: string } | undefined) =>
    put<CostReply | null>(`/runs/${runId}/cost`, body, body !== undefined),
  why: (runId: number, body: { steps?: readonly Step[]; at: number } | undefined) =>
    put<WhyReply>(`/runs/${runId}/why`, body, body !== undefined),
  stretch: (runId: number, body: StretchBody | undefined) =>
    put<StretchReply>(`/runs/${runId}/stretch`, body, body !== undefined),
  pairs: (runId: number, body: Window & { x: string }, wanted: boolean) =>
    put<PairsReply>(`/runs/${runId}/pairs`, body, wanted),
  spectrum: (runId: number, body: Window & Omit<SpectrumBody, keyof Window>, wanted: boolean) =>
    put<SpectrumReply>(`/runs/${runId}/spectrum`, body, wanted),
  transfer: (runId: number, body: Window & Omit<TransferBody, keyof Window>, wanted: boolean) =>
    put<TransferReply>(`/runs/${runId}/transfer`, body, wanted),
  histogram: (runId: number, body: Window & Omit<HistogramBody, keyof Window>, wanted: boolean) =>
    put<HistogramReply>(`/runs/${runId}/histogram`, body, wanted),
  cycles: (runId: number, body: Window & Omit<CyclesBody, keyof Window>, wanted: boolean) =>
    put<CyclesReply>(`/runs/${runId}/cycles`, body, wanted),
  trialFit: (body: FitBody & { campaignId: number }) =>
    put<FitReply>('/fits/trial', body, body.x !== '' && body.y !== ''),
  judgement: (body: FitBody & { campaignId: number; series: number }, wanted: boolean) =>
    put<JudgementReply>('/fits/judgement', body, wanted),
  readings: (
    body: FitBody & {
      campaignId: number;
      series: number;
      atX: number | null;
      atY: number | null;
      other: number | null;
    },
    wanted: boolean,
  ) => put<ReadingsReply>('/fits/readings', body, wanted),
  ranking: (
    body: FitBody & {
      campaignId: number;
      series: number;
      candidates: readonly { kind: string; settings: Record<string, unknown> }[];
    },
    wanted: boolean,
  ) => put<RankingReply>('/fits/ranking', body, wanted),
  ownModels: (campaignId: number) => read<OwnModelRow[]>(`/campaigns/${campaignId}/models`),
  formula: (runId: number, body: { formula: string; unit: string; before: number }) =>
    put<FormulaReply>(`/runs/${runId}/formula`, body, body.formula.trim() !== ''),
};
