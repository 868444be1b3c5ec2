import { interpolateLinear } from '@undameter/core';
import type { Checker } from './Checker';
import { compareNumbers, sizeOf } from './compareNumbers';

export const interpolation: Checker[] = [
  {
    file: 'interpolation',
    kind: '1 linear',
    tolerance: 'relative 1e-9, of the largest value where the table passes through zero',
    check: (c) => {
      const found = interpolateLinear(
        Float64Array.from(c['x']),
        Float64Array.from(c['y']),
        Float64Array.from(c['xq']),
        'refuse',
      );
      return compareNumbers('yq', c['yq'], found.values, 1e-9, sizeOf(c['yq']) * 1e-3);
    },
  },
];
