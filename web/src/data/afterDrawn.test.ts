import { afterEach, expect, test } from '@jest/globals';
import { afterDrawn } from './afterDrawn';

const globals = globalThis as { document?: { hidden: boolean }; requestAnimationFrame?: (draw: () => void) => void };
afterEach(() => {
  delete globals.document;
  delete globals.requestAnimationFrame;
});
const soon = () => new Promise((resolve) => setTimeout(resolve, 5));

test('a page that is seen draws first', async () => {
  const course: string[] = [];
  let draw = () => {};
  globals.document = { hidden: false };
  globals.requestAnimationFrame = (frame) => (draw = frame);
  afterDrawn(() => course.push('then'));
  await soon();
  expect(course).toEqual([]);
  draw();
  course.push('drawn');
  await soon();
  expect(course).toEqual(['drawn', 'then']);
});

test('a page that nobody sees draws nothing, and does not wait for it', async () => {
  const course: string[] = [];
  globals.document = { hidden: true };
  globals.requestAnimationFrame = () => course.push('a frame was waited for');
  afterDrawn(() => course.push('then'));
  await soon();
  expect(course).toEqual(['then']);
});
