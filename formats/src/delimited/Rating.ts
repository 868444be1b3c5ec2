import type { Layout } from '@undameter/core';

export type Shape = Pick<Layout, 'delimiter' | 'decimal' | 'cuts'>;

export interface Rating {
  shape: Shape;
  columns: number;
  steady: number;
  numeric: number;
  score: number;
}
