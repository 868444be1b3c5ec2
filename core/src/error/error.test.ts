import { expect, test } from '@jest/globals';
import { AppError, catalogue, fromReport, type ErrorCode } from './index';

/** Facts of every name that a sentence may ask for, so that a hole in one would show. */
const facts = new Proxy({} as Record<string, unknown>, {
  get: (_, name) =>
    /^(at|index|row|line|have|need|limit|limitBytes|parameters|distinct|offset|pid|x|from|to|before|after|length|lengthA|lengthB|lines|window|order|most|samples|cutoff|highest|value|shortest|longest|derivative|later)$/.test(
      String(name),
    )
      ? 7
      : String(name),
});

test.each(Object.keys(catalogue) as ErrorCode[])('%s says a whole sentence', (code) => {
  const message = (catalogue[code].say as (f: unknown) => string)(facts);
  expect(message).toMatch(/[.?]$/);
  expect(message).not.toMatch(/undefined|NaN|\[object/);
});

test('an error crosses a border and is the same behind it', () => {
  const error = new AppError('TABLE_TOO_SHORT', { have: 1 });
  const back = fromReport(JSON.parse(JSON.stringify(error.report())) as ReturnType<AppError['report']>)!;
  expect([back.code, back.message, back.kind]).toEqual([error.code, error.message, 'input']);
  expect(fromReport({ code: 'NOT_OURS', message: '', facts: {} })).toBeUndefined();
});
