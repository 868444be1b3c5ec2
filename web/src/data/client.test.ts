/** After a change the screens ask for what it may have altered, and keep the rest. */
import { afterAll, afterEach, beforeAll, beforeEach, expect, test } from '@jest/globals';
import { QueryObserver } from '@tanstack/react-query';
import { ask } from './api';
import { client, renewAfter } from './client';

const original = globalThis.fetch;
const known = ['/campaigns/1/fits', '/fits/3/result', '/campaigns/1/findings', '/runs/7/bench', '/runs/8/bench'];
beforeEach(() => known.forEach((address) => client.setQueryData([address, { body: 1 }], {})));
afterEach(() => {
  globalThis.fetch = original;
  client.clear();
});
const later = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const old = () => known.filter((address) => client.getQueryState([address, { body: 1 }])?.isInvalidated);

/** Makes a change and hears the reply. */
async function change(reply: Response | Error, meta: Record<string, unknown> = {}): Promise<void> {
  globalThis.fetch = () => (reply instanceof Error ? Promise.reject(reply) : Promise.resolve(reply));
  const mutation = client
    .getMutationCache()
    .build(client, { mutationFn: () => ask('/fits/3', { method: 'PUT', body: {} }), meta });
  await mutation.execute(undefined).catch(() => undefined);
}

// There is no page: nothing is drawn that could be waited for.
beforeAll(() => void Object.assign(globalThis, { document: { hidden: true } }));
afterAll(() => void Reflect.deleteProperty(globalThis, 'document'));

test('a change has asked anew what the server names', async () => {
  await change(new Response('{}', { headers: { 'undameter-touched': 'fits, findings, bench/7' } }));
  expect(old()).toEqual(['/campaigns/1/fits', '/fits/3/result', '/campaigns/1/findings', '/runs/7/bench']);
});
test('a question under way is asked anew: its answer would be from before the change', async () => {
  let asked = 0;
  const observer = new QueryObserver(client, {
    queryKey: ['/comparisons/2/result'],
    queryFn: async () => {
      const answer = ++asked === 1 ? 'before' : 'after';
      await later(answer === 'before' ? 60 : 0);
      return answer;
    },
  });
  const leave = observer.subscribe(() => undefined);
  await change(new Response('{}', { headers: { 'undameter-touched': 'fits, comparisons' } }));
  await later(100);
  expect(observer.getCurrentResult().data).toBe('after');
  leave();
});
test('a change ends when that has come, and with the reply where it brings what is shown', async () => {
  let answers = 0;
  const observer = new QueryObserver(client, {
    queryKey: ['/fits/3/result'],
    queryFn: async () => (await later(30), ++answers),
    initialData: 0,
  });
  const leave = observer.subscribe(() => undefined);
  const touching = () => new Response('{}', { headers: { 'undameter-touched': 'fits' } });
  await change(touching());
  expect(answers).toBe(1);
  await change(touching(), { endsAtReply: true });
  expect(answers).toBe(1);
  await later(100);
  expect(answers).toBe(2);
  leave();
});
test('what only computes has nothing asked anew', async () => {
  await change(new Response('{}'));
  expect(old()).toEqual([]);
});
test('a change whose answer was lost may have been made: everything is asked anew', async () => {
  await change(new TypeError('network'));
  expect(old()).toEqual(known);
});
test('an import that has ended has asked anew what stands on runs', async () => {
  await renewAfter('runs');
  expect(old()).toEqual(known);
});
