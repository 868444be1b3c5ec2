import { describe, expect, test } from '@jest/globals';
import { Drafts } from './drafts';

function memory(over: Partial<Storage> = {}) {
  const kept = new Map<string, string>();
  const storage = {
    getItem: (name: string) => kept.get(name) ?? null,
    setItem: (name: string, text: string) => void kept.set(name, text),
    removeItem: (name: string) => void kept.delete(name),
    ...over,
  };
  return { kept, storage };
}

describe('what is not saved yet', () => {
  test('is there after a reload, by its key', () => {
    const { storage } = memory();
    new Drafts(storage).write('1.conditions', { name: '2900 rpm' });
    const later = new Drafts(storage);
    expect(later.read('1.conditions')).toEqual({ name: '2900 rpm' });
    expect(later.read('2.conditions')).toBeNull();
  });
  test('is the same object until it is changed', () => {
    const { storage } = memory();
    new Drafts(storage).write('a', [1]);
    const drafts = new Drafts(storage);
    expect(drafts.read('a')).toBe(drafts.read('a'));
  });
  test('let go leaves nothing behind', () => {
    const { storage, kept } = memory();
    const drafts = new Drafts(storage);
    drafts.write('a', 1);
    drafts.write('a', null);
    expect([drafts.read('a'), kept.size]).toEqual([null, 0]);
  });
  test('who listens hears of every change, until it stops', () => {
    const drafts = new Drafts(memory().storage);
    let heard = 0;
    const stop = drafts.subscribe(() => heard++);
    drafts.write('a', 1);
    drafts.write('a', null);
    stop();
    drafts.write('a', 2);
    expect(heard).toBe(2);
  });
  test('lasts as long as the page where nothing can be stored, and what is no draft is none', () => {
    const full = memory({
      setItem: () => {
        throw new Error('QuotaExceededError');
      },
    });
    const drafts = new Drafts(full.storage);
    drafts.write('a', { b: 1 });
    expect(drafts.read('a')).toEqual({ b: 1 });
    expect(new Drafts(memory({ getItem: () => '{' }).storage).read('a')).toBeNull();
  });
});
