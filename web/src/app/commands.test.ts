import { expect, jest, test } from '@jest/globals';
import { CommandStore, keysOf } from './commands';

test('the newest command with a key wins, and gives it back when it goes', () => {
  const store = new CommandStore();
  const heard = jest.fn();
  store.subscribe(heard);
  const shell = { id: 'a', label: 'Shell', keys: 'S', run: () => undefined };
  const place = { id: 'b', label: 'Place', keys: 'S', run: () => undefined };
  store.register([shell]);
  const leave = store.register([place]);
  expect(store.withKeys('S')).toBe(place);
  leave();
  expect(store.withKeys('S')).toBe(shell);
  expect(store.commands()).toEqual([shell]);
  expect(heard).toHaveBeenCalledTimes(3);
});

const event = (key: string, over = {}) => ({ key, ctrlKey: false, metaKey: false, shiftKey: false, ...over });
test.each([
  [event('s'), 'S'],
  [event('?', { shiftKey: true }), '?'],
  [event('z', { ctrlKey: true }), 'Ctrl+Z'],
  [event('Z', { ctrlKey: true, shiftKey: true }), 'Ctrl+Shift+Z'],
  [event('k', { metaKey: true }), 'Ctrl+K'],
  [event('Escape'), 'Escape'],
])('%j is %s', (pressed, keys) => expect(keysOf(pressed)).toBe(keys));
