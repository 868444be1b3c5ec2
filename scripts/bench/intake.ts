/**
 * The way of a large text file: the reader alone and the whole way from upload to first
 * chart, against pandas' read_csv on the same file in the same run; memory of the server, and
 * how fast it answers meanwhile.
 */
import { spawnSync } from 'node:child_process';
import {
  createReadStream,
  createWriteStream,
  mkdtempSync,
  openAsBlob,
  readdirSync,
  readFileSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { once } from 'node:events';
import { Worker } from 'node:worker_threads';
import { formatFor } from '@undameter/formats';
import type { CampaignRow, JobReply, TracesReply } from '@undameter/contract';
import { asUnderstood, uploadTo } from '../testing/importBuilt';
import { askBuilt, newDataDirectory, removeDataDirectory, startBuilt, type Built } from '../testing/startBuilt';
import { median } from './medians';

const COLUMNS = 20;
const MEDIAN_OF = 3;
const say = (label: string, value: string): void => console.log(`${label.padEnd(58)}${value.padStart(16)}`);
const seconds = (ms: number): string => `${(ms / 1000).toFixed(2)} s`;

/** A log of so many rows: time to a tenth, and channels of nine digits. */
async function writeLog(path: string, rows: number): Promise<void> {
  const file = createWriteStream(path);
  file.write(`Time [s],${Array.from({ length: COLUMNS - 1 }, (_, k) => `c${k + 1} [kPa]`).join(',')}\n`);
  for (let from = 0; from < rows; from += 1000) {
    let text = '';
    for (let i = from; i < Math.min(rows, from + 1000); i++) {
      text += (i / 10).toFixed(1);
      for (let k = 1; k < COLUMNS; k++)
        text += `,${(100 * Math.sin(i * 0.001 * k) + ((i * 7919 * k) % 1009)).toFixed(6)}`;
      text += '\n';
    }
    if (!file.write(text)) await once(file, 'drain');
  }
  file.end();
  await once(file, 'finish');
}

/** Median of pandas' time in ms, in a process of its own; undefined where it is not installed. */
function pandas(path: string): number | undefined {
  const script = `
import time, statistics, pandas
times = []
for _ in range(${MEDIAN_OF}):
    start = time.perf_counter(); pandas.read_csv(${JSON.stringify(path)}); times.append((time.perf_counter() - start) * 1000)
print(statistics.median(times))`;
  const { status, stdout } = spawnSync('/usr/bin/python3', ['-c', script], { encoding: 'utf8' });
  return status === 0 ? Number(stdout) : undefined;
}

async function readerAlone(path: string): Promise<number> {
  const format = formatFor('log.csv');
  const head = readFileSync(path).subarray(0, 2 ** 20);
  const { layout } = format.guess(head, 'log.csv');
  const { columns } = format.preview(head, layout, false);
  const times: number[] = [];
  for (let run = 0; run < MEDIAN_OF; run++) {
    const start = performance.now();
    const bytes = createReadStream(path, { highWaterMark: 1 << 20 });
    await format.read({
      bytes,
      name: 'log.csv',
      layout,
      columns: columns.map((c) => c.reading),
      width: columns.length,
      onBlock: () => undefined,
    });
    times.push(performance.now() - start);
  }
  return median(times);
}

interface WholeWay {
  ms: number;
  /** When the upload had arrived, and when the run was there. */
  arrived: number;
  imported: number;
  /** Times of a small question meanwhile, in ms: the longest, one in a hundred longer, the median. */
  slowest: number;
  hundredth: number;
  usual: number;
}

/** Upload, import and first chart of the file, as the interface goes it. */
async function wholeWay(server: Built, path: string, campaignId: number, name: string): Promise<WholeWay> {
  const asking = new Worker(new URL('./askSteadily.mjs', import.meta.url), { workerData: server.address });
  const start = performance.now();
  const { body: upload } = await uploadTo(server, name, await openAsBlob(path));
  const arrived = performance.now() - start;
  const begun = await askBuilt<JobReply>(
    server,
    `/uploads/${upload.uploadId}/import`,
    asUnderstood(upload, campaignId),
  );
  let job = begun.body;
  while (job.state === 'running') {
    // As often as the screen asks.
    await new Promise((resolve) => setTimeout(resolve, 250));
    job = (await askBuilt<JobReply>(server, `/imports/${job.jobId}`)).body;
  }
  if (job.error) throw new Error(job.error.message);
  const imported = performance.now() - start;
  const chart = { symbols: ['c1', 'c2', 'c3'], from: null, to: null, pixels: 800 };
  const { body: traces } = await askBuilt<TracesReply>(server, `/runs/${job.runId}/traces`, chart);
  const ms = performance.now() - start;
  if (traces.traces.length !== 3) throw new Error('The chart shows no channels.');
  asking.postMessage('enough');
  const [answers] = (await once(asking, 'message')) as [number[]];
  answers.sort((a, b) => a - b);
  return {
    ms,
    arrived,
    imported,
    slowest: answers.at(-1)!,
    hundredth: answers[Math.floor(answers.length * 0.99)]!,
    usual: median(answers),
  };
}

/** A server that was just started still compiles its database, and one that just imported compresses the original. */
async function atRest(data: string): Promise<void> {
  await new Promise((resolve) => setTimeout(resolve, 8000));
  const originals = join(data, 'originals');
  while (readdirSync(originals).some((f) => !f.endsWith('.gz')))
    await new Promise((resolve) => setTimeout(resolve, 500));
}

/** Memory from here on; creating the database on the first start takes more than all that follows. */
const forgetPeak = ({ child }: Built): void => writeFileSync(`/proc/${child.pid}/clear_refs`, '5');

const peakMiB = ({ child }: Built): number =>
  Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))![1]) / 1024;

/** @param rows  1,000,000 is the 200 MB file; 10,000,000 the 2 GB one */
export async function benchIntake(rows: number): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'undameter-bench-'));
  const path = join(folder, 'log.csv');
  const data = newDataDirectory();
  await writeLog(path, rows);
  console.log(`\nA text file of ${Math.round(statSync(path).size / 1e6)} MB, ${rows} rows of ${COLUMNS} columns`);
  const theirs = rows <= 1_000_000 ? pandas(path) : undefined;
  const ratio = (ms: number): string => (theirs === undefined ? '' : `  ratio ${(ms / theirs).toFixed(2)}`);
  if (theirs !== undefined) say('pandas read_csv', seconds(theirs));
  if (rows <= 1_000_000) {
    const alone = await readerAlone(path);
    say('reader alone', seconds(alone) + ratio(alone));
  }
  const server = await startBuilt(data, [], { UNDAMETER_UPLOAD_LIMIT_MIB: '4096' });
  try {
    const { body: campaign } = await askBuilt<CampaignRow>(server, '/campaigns', { name: 'Bench', question: '' });
    forgetPeak(server);
    const ways: WholeWay[] = [];
    for (let run = 0; run < (rows <= 1_000_000 ? MEDIAN_OF : 1); run++) {
      await atRest(data);
      ways.push(await wholeWay(server, path, campaign.id, `log ${run}.csv`));
    }
    const ms = median(ways.map((w) => w.ms));
    say('uploaded', seconds(median(ways.map((w) => w.arrived))));
    say('imported', seconds(median(ways.map((w) => w.imported))));
    say('upload, import and first chart', seconds(ms) + ratio(ms));
    say('a small question meanwhile, median', `${median(ways.map((w) => w.usual)).toFixed(1)} ms`);
    say('a small question meanwhile, one in a hundred slower', `${median(ways.map((w) => w.hundredth)).toFixed(0)} ms`);
    say('a small question meanwhile, slowest', `${Math.max(...ways.map((w) => w.slowest)).toFixed(0)} ms`);
    say('memory of the server at its highest', `${peakMiB(server).toFixed(0)} MiB`);
  } finally {
    await server.stop();
    removeDataDirectory(data);
    rmSync(folder, { recursive: true, force: true });
  }
}
