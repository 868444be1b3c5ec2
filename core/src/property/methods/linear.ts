import { straightPieces } from '../Pieces';
import type { InterpolationMethod } from './InterpolationMethod';

export const linear: InterpolationMethod = {
  kind: 'linear',
  title: 'Linear',
  explanation: 'straight between the knots',
  reach: 1,
  fit: straightPieces,
};
