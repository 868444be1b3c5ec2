/** An export goes on by figures, can be stopped, and fails with a sentence. */
import { expect, test } from '@jest/globals';
import { AppError } from '@undameter/core';
import { ReportExports, type ExportTask } from './ReportExports';

const task = (figures: number): ExportTask => ({
  title: 'Report',
  page: { size: 'A4', headLeft: '', headRight: '', author: '', contents: false },
  flow: [],
  format: 'html',
  notShown: '',
  drawings: new Map(Array.from({ length: figures }, (_, i) => [String(i), {} as never])),
});
const say = (error: unknown) => ({ code: 'X', message: String(error), facts: {} });
const picture = { svg: '<svg/>', png: null };
const settled = () => new Promise((resolve) => setTimeout(resolve, 10));

test('it counts what is drawn, then has a file', async () => {
  const written: string[][] = [];
  const jobs = new ReportExports(
    {
      drawForReport: () => Promise.resolve(picture),
      writeReport: ({ report }) => {
        written.push(Object.keys(report.pictures));
        return Promise.resolve(Buffer.from('file'));
      },
    },
    say,
  );
  const { jobId, wanted } = jobs.start(task(2));
  expect(wanted).toBe(3);
  await settled();
  expect(jobs.status(jobId)).toMatchObject({ state: 'done', done: 3, error: null });
  expect(written).toEqual([['0', '1']]);
  expect(jobs.file(jobId)).toMatchObject({ title: 'Report', extension: 'html' });
});

test('stopped, it writes nothing and has no file', async () => {
  let waiting: (() => void) | undefined;
  const jobs = new ReportExports(
    {
      drawForReport: () => new Promise((resolve) => (waiting = () => resolve(picture))),
      writeReport: () => Promise.reject(new Error('must not be written')),
    },
    say,
  );
  const { jobId } = jobs.start(task(2));
  const stopping = jobs.stop(jobId);
  waiting!();
  expect(await stopping).toMatchObject({ state: 'stopped', error: null });
  expect(() => jobs.file(jobId)).toThrow('no written report');
});

test('a figure that cannot be drawn keeps none of the rest back; a failure of the writer is said', async () => {
  let drawn = 0;
  const draw = () => {
    drawn++;
    return drawn === 1 ? Promise.reject(new AppError('NOT_FOUND', { what: 'run', id: '1' })) : Promise.resolve(picture);
  };
  let keys: string[] = [];
  const jobs = new ReportExports(
    {
      drawForReport: draw,
      writeReport: ({ report }) => {
        keys = Object.keys(report.pictures);
        return Promise.reject(new Error('disk full'));
      },
    },
    say,
  );
  const { jobId } = jobs.start(task(2));
  await settled();
  expect(keys).toEqual(['1']);
  expect(jobs.status(jobId)).toMatchObject({ state: 'failed', error: { message: 'Error: disk full' } });
});

test('more than two at once are refused', () => {
  const never = {
    drawForReport: () => new Promise<never>(() => undefined),
    writeReport: () => new Promise<never>(() => undefined),
  };
  const jobs = new ReportExports(never, say);
  jobs.start(task(1));
  jobs.start(task(1));
  expect(() => jobs.start(task(1))).toThrow('2 exports of reports are under way');
});
