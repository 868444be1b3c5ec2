/** A route that changes something says what; one that forgets it is refused before anybody can ask it. */
import { describe, expect, test } from '@jest/globals';
import { checkChanges } from './touches';

const at = (method: string | string[], url: string, more: object = {}) => ({ method, url, ...more }) as never;

describe('a route that does not say what it changes', () => {
  test.each([
    ['PUT', at('PUT', '/api/fits/:id')],
    ['DELETE', at(['GET', 'DELETE'], '/api/fits/:id')],
    ['creating', at('POST', '/api/campaigns/:id/fits', { schema: { response: { 201: {} } } })],
  ])('is refused: %s', (_, route) =>
    expect(() => checkChanges(route)).toThrow('does not say in its config what it changes'),
  );
  test.each([
    ['it only asks', at('POST', '/api/runs/:id/bench', { schema: { response: { 200: {} } } })],
    ['it says it', at('PUT', '/api/fits/:id', { config: { changes: 'fits' } })],
    ['it is about work under way', at('DELETE', '/api/imports/:jobId')],
    ['it is about a file that waits', at('POST', '/api/uploads', { schema: { response: { 201: {} } } })],
    ['it only refuses', at(['PUT', 'DELETE'], '/api/about', { schema: { hide: true } })],
  ])('is taken where %s', (_, route) => expect(() => checkChanges(route)).not.toThrow());
});
