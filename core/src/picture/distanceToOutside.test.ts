/** Distances to what is not covered, against looking at every pixel. */
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { distanceToOutside } from './distanceToOutside';

test('are those to the nearest pixel that is not covered, looked for one by one', () =>
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 9 }),
      fc.array(fc.boolean(), { minLength: 9, maxLength: 81 }),
      (width, covered) => {
        const height = Math.floor(covered.length / width);
        const share = Float32Array.from(covered.slice(0, width * height), (c) => (c ? 0.5 : 0.49));
        fc.pre(share.some((s) => s < 0.5));
        const places = Array.from(share, (s, i) => ({ x: i % width, y: Math.floor(i / width), isOutside: s < 0.5 }));
        const outside = places.filter((p) => p.isOutside);
        const wanted = places.map((p) => Math.min(...outside.map((q) => Math.hypot(p.x - q.x, p.y - q.y))));
        distanceToOutside(share, width).forEach((d, i) => expect(d).toBeCloseTo(wanted[i]!, 9));
      },
    ),
  ));
