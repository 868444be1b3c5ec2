import type { Readable } from 'node:stream';
import { MessageChannel, type MessagePort, type ResourceLimits } from 'node:worker_threads';
import { AppError, fromReport } from '@undameter/core';
import type {
  BenchReply,
  ComparisonReply,
  CostReply,
  CutReply,
  FitReply,
  FormulaReply,
  HistogramReply,
  JudgementReply,
  MapReply,
  MonteCarloReply,
  NodeReply,
  OffsetReply,
  PairsReply,
  PointsReply,
  QualityReply,
  RankingReply,
  ReadingsReply,
  RowsReply,
  SetPointsReply,
  SteadyReply,
  SpectrumReply,
  TransferReply,
  CyclesReply,
  StretchReply,
  TracesReply,
  WhyReply,
} from '@undameter/contract';
import type { Derived, Preview, ReadRecord } from '@undameter/core';
import type { Field } from '@undameter/formats';
import { Piscina } from 'piscina';
import { workerExecArgv, workerUrl } from '../workerUrl';
import type { BenchRun, CompareTask, EvaluateTask, ExportTask, FitTask, FormulaTask, TracesTask } from './BenchInput';
import type { BlockAnswer, BlockMessage, ReadTask } from './readerWorker';
import type { RunToWrite } from '@undameter/formats';
import type { continueRun, JoinedColumns, joinRun, offsetOf } from './joinRuns';
import type { CostTask } from './costOf';
import type { Drawn, DrawTask } from './drawWay';
import type { cutOfField, FieldSurface, FieldTask, makeDerived, nodeOfField, valuesOfField } from './fieldWork';
import type { fieldSummary, FieldSummary, takeFieldFile } from './readFieldFile';
import type { JudgeTask, RankTask, ReadingsTask } from './judgeFit';
import type { PictureTask } from '../figures/drawPicture';
import type { drawForReport } from '../reports/drawForReport';
import type { writeReport } from '../reports/writeReport';
import type { ReportPicture } from '../reports/writers';
import type { MapTask, PointsTask, SetPointsTask } from './reducePoints';
import type { SteadyTask } from './steadyReport';
import type { Answer } from './reportErrors';
import { piecesOf } from './piecesOf';
import type { OpenedFile, OpenTask, previewFile } from './openFile';
import type { pairsOf, rowsOf, whyOf } from './views';
import type { ViewTask } from './within';
import type { cyclesOf, histogramsOf } from './distributions';
import type { SpectrumTask, TransferTask } from './spectra';
import type { WriteTask } from './writeFileOf';

/**
 * The worker threads: one computes what a screen shows while a hand moves, one fits and compares, one reads files, one
 * does at the desk what cannot wait for either, one draws samples of the errors, one draws figures. The first two remember what they computed; only the second is
 * ended when nobody waits any more, so the screens keep what they have. Errors of ours come back as the errors they were.
 */
export class Pools {
  private readonly screen = pool('threads/benchWorker');
  private readonly fitting = pool('threads/benchWorker');
  private readonly reader = pool('threads/readerWorker');
  private readonly desk = pool('threads/deskWorker');
  // A file waits for whoever reads it, so several go out at once.
  private readonly writing = pool('threads/deskWorker', { concurrentTasksPerWorker: 8 });
  private readonly long = pool('threads/longWorker');
  // Drawings are many small objects that live for a moment: with more room for the young ones they are swept more seldom.
  private readonly figures = pool('threads/figureWorker', {
    resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB, maxYoungGenerationSizeMb: 192 },
  });

  evaluate = (task: EvaluateTask): Promise<BenchReply> => ask(this.screen, 'evaluate', task);
  traces = (task: TracesTask): Promise<TracesReply> => ask(this.screen, 'traces', task);
  whyOf = (task: Parameters<typeof whyOf>[0]): Promise<WhyReply> => ask(this.screen, 'whyOf', task);
  stretchOf = (task: ViewTask): Promise<StretchReply> => ask(this.screen, 'stretchOf', task);
  pairsOf = (task: Parameters<typeof pairsOf>[0]): Promise<PairsReply> => ask(this.screen, 'pairsOf', task);
  rowsOf = (task: Parameters<typeof rowsOf>[0]): Promise<RowsReply> => ask(this.screen, 'rowsOf', task);
  spectraOf = (task: SpectrumTask): Promise<SpectrumReply> => ask(this.screen, 'spectraOf', task);
  transfersOf = (task: TransferTask): Promise<TransferReply> => ask(this.screen, 'transfersOf', task);
  histogramsOf = (task: Parameters<typeof histogramsOf>[0]): Promise<HistogramReply> =>
    ask(this.screen, 'histogramsOf', task);
  cyclesOf = (task: Parameters<typeof cyclesOf>[0]): Promise<CyclesReply> => ask(this.screen, 'cyclesOf', task);
  costOf = (task: CostTask): Promise<CostReply | null> => ask(this.screen, 'costOf', task);
  fit = (task: FitTask, left?: AbortSignal): Promise<FitReply> => ask(this.fitting, 'fit', task, unless(left));
  judge = (task: JudgeTask, left?: AbortSignal): Promise<JudgementReply> =>
    ask(this.fitting, 'judge', task, unless(left));
  readCurve = (task: ReadingsTask): Promise<ReadingsReply> => ask(this.fitting, 'readCurve', task);
  rank = (task: RankTask, left?: AbortSignal): Promise<RankingReply> => ask(this.fitting, 'rank', task, unless(left));
  compare = (task: CompareTask, left?: AbortSignal): Promise<ComparisonReply> =>
    ask(this.fitting, 'compare', task, unless(left));
  surfaceOfField = (task: FieldTask): Promise<FieldSurface> => ask(this.screen, 'surfaceOfField', task);
  valuesOfField = (task: Parameters<typeof valuesOfField>[0]): Promise<Float32Array> =>
    ask(this.screen, 'valuesOfField', task);
  nodeOfField = (task: Parameters<typeof nodeOfField>[0]): Promise<NodeReply> => ask(this.screen, 'nodeOfField', task);
  cutOfField = (task: Parameters<typeof cutOfField>[0]): Promise<CutReply> => ask(this.screen, 'cutOfField', task);
  makeDerived = (task: Parameters<typeof makeDerived>[0]): Promise<Derived> => ask(this.fitting, 'makeDerived', task);
  exportColumns = (task: ExportTask): Promise<RunToWrite> => ask(this.fitting, 'exportColumns', task);
  reducePoints = (task: PointsTask): Promise<PointsReply> => ask(this.fitting, 'reducePoints', task);
  steadyOf = (task: SteadyTask): Promise<SteadyReply> => ask(this.fitting, 'steadyOf', task);
  findSetPoints = (task: SetPointsTask): Promise<SetPointsReply> => ask(this.fitting, 'findSetPoints', task);
  dwellOf = (task: MapTask): Promise<MapReply> => ask(this.screen, 'dwellOf', task);
  continueRun = (task: Parameters<typeof continueRun>[0]): Promise<JoinedColumns> =>
    ask(this.fitting, 'continueRun', task);
  joinRun = (task: Parameters<typeof joinRun>[0]): Promise<JoinedColumns> => ask(this.fitting, 'joinRun', task);
  offsetOf = (task: Parameters<typeof offsetOf>[0]): Promise<OffsetReply> => ask(this.fitting, 'offsetOf', task);
  judgeQuality = (task: { run: BenchRun }): Promise<QualityReply> => ask(this.screen, 'judgeQuality', task);
  checkFormula = (task: FormulaTask): Promise<FormulaReply> => ask(this.screen, 'checkFormula', task);
  checkByMonteCarlo = (task: FormulaTask): Promise<MonteCarloReply> => ask(this.fitting, 'checkByMonteCarlo', task);

  /** A figure as the bytes of a file. */
  drawPicture = (task: PictureTask, left?: AbortSignal): Promise<Uint8Array> =>
    ask(this.figures, 'drawPicture', task, unless(left));
  drawForReport = (task: Parameters<typeof drawForReport>[0], left?: AbortSignal): Promise<ReportPicture> =>
    ask(this.figures, 'drawForReport', task, unless(left));
  writeReport = (task: Parameters<typeof writeReport>[0], left?: AbortSignal): Promise<Uint8Array> =>
    ask(this.figures, 'writeReport', task, unless(left));

  /** Draws a whole way; `tell` hears how far it is, and `stop` ends it with what there is. */
  drawWay(
    task: Omit<DrawTask, 'port' | 'stop'>,
    tell: (drawn: Drawn) => void,
  ): { ended: Promise<Drawn>; stop(): void } {
    const { port1, port2 } = new MessageChannel();
    const stop = new Int32Array(new SharedArrayBuffer(4));
    port1.on('message', tell);
    const whole: DrawTask = { ...task, port: port2, stop };
    const ended = ask<DrawTask, Drawn>(this.long, 'drawWay', whole, { transferList: [port2] }).finally(() =>
      port1.close(),
    );
    return { ended, stop: () => Atomics.store(stop, 0, 1) };
  }

  /** @throws {AppError} FILE_DAMAGED also where opening takes more memory or time than any log needs */
  open = (task: OpenTask): Promise<OpenedFile> =>
    ask<OpenTask, OpenedFile>(this.desk, 'open', task, { signal: AbortSignal.timeout(OPENING_MILLISECONDS) }).catch(
      (error: Error) => {
        const reason = endings[error.name] ?? endings[(error as NodeJS.ErrnoException).code ?? ''];
        throw reason
          ? new AppError('FILE_DAMAGED', { name: task.name, what: 'file', reason }, { cause: error })
          : error;
      },
    );
  fieldSummary = (task: Parameters<typeof fieldSummary>[0]): Promise<FieldSummary> =>
    ask(this.desk, 'fieldSummary', task);
  readField = (task: Parameters<typeof takeFieldFile>[0]): Promise<Field> =>
    ask(this.desk, 'readField', { path: task.path, name: task.name, plane: task.plane, time: task.time });
  preview = (task: Parameters<typeof previewFile>[0]): Promise<Preview> => ask(this.desk, 'preview', task);
  /** A file on its way out, which begins with its first piece. @throws {AppError} TOO_LARGE_FOR_FORMAT */
  write = (task: Omit<WriteTask, 'port'>): Promise<Readable> =>
    piecesOf((port) => ask<WriteTask, void>(this.writing, 'write', { ...task, port }, { transferList: [port] }));

  /** Starts the reader's thread while a file is still on its way here. */
  warmReader(): void {
    void this.reader.run(undefined, { name: 'warm' }).catch(() => undefined);
  }

  /** The same of the thread that opens files. */
  warmDesk(): void {
    void this.desk.run(undefined, { name: 'warm' }).catch(() => undefined);
  }

  /** Reads a file block by block; the reader waits until `store` has taken each. Undefined when it was stopped. */
  async read(
    task: Omit<ReadTask, 'port'>,
    store: (block: BlockMessage) => Promise<BlockAnswer>,
  ): Promise<ReadRecord | undefined> {
    const { port1, port2 } = new MessageChannel();
    let failure: unknown;
    port1.on('message', (block: BlockMessage) => {
      store(block).then(
        (answer) => port1.postMessage(answer),
        (error: unknown) => {
          failure = error;
          port1.postMessage('stop' satisfies BlockAnswer);
        },
      );
    });
    try {
      const whole = { ...task, port: port2 };
      const record = await ask<ReadTask, ReadRecord | undefined>(this.reader, 'read', whole, { transferList: [port2] });
      if (failure !== undefined) throw failure;
      return record;
    } finally {
      port1.close();
    }
  }

  async close(): Promise<void> {
    const { screen, fitting, reader, desk, writing, long, figures } = this;
    await Promise.all([screen, fitting, reader, desk, writing, long, figures].map((each) => each.destroy()));
  }
}

const OPENING_MILLISECONDS = 180_000;
/** How a thread ends that a file was too much for, by the name or code of the error. */
const endings: Readonly<Record<string, string>> = {
  TimeoutError: 'it takes longer than three minutes to open',
  AbortError: 'it takes longer than three minutes to open',
  ERR_WORKER_OUT_OF_MEMORY: 'it needs more memory than there is',
};

const unless = (left: AbortSignal | undefined): { signal?: AbortSignal } => (left ? { signal: left } : {});

const MOST_MEMORY_MB = 2048;

const pool = (
  path: string,
  how: { concurrentTasksPerWorker?: number; resourceLimits?: ResourceLimits } = {},
): Piscina =>
  new Piscina({
    filename: workerUrl(path).href,
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: 600_000,
    // A thread that a file is too much for ends alone, and the server goes on.
    resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB },
    execArgv: workerExecArgv,
    ...how,
  });

async function ask<Task, Result>(
  to: Piscina,
  name: string,
  task: Task,
  how: { transferList?: MessagePort[]; signal?: AbortSignal } = {},
): Promise<Result> {
  const answer = (await to.run(task, { name, ...how }).catch((error: Error) => {
    // The pool starts no new thread by itself for those that wait behind one that was stopped.
    if (how.signal?.aborted) void to.run(undefined, { name: 'warm' }).catch(() => undefined);
    throw error;
  })) as Answer<Result>;
  if ('value' in answer) return answer.value;
  throw fromReport(answer.report) ?? new Error(answer.report.message);
}
