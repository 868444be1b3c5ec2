import type { Random } from '../number/Random';
import type { Channel } from './Channel';
import { declaredSources } from './errorSources';
import type { Uncertainty } from './Uncertainty';

/** How the possible values of an error lie about zero. */
export type Shape = 'normal' | 'rectangular';

const ROOT_3 = Math.sqrt(3);

/** A number of mean 0 and standard deviation 1. */
export const drawOne = (random: Random, shape: Shape): number =>
  shape === 'normal' ? random.normal(1) : ROOT_3 * (2 * random.uniform() - 1);

/** The shape of each source that channels declare, by its name: limits are as likely everywhere between them. */
export function shapesOf(channels: Iterable<Channel>): Map<string, Shape> {
  const found = new Map<string, Shape>();
  for (const channel of channels) for (const { source, of } of declaredSources(channel)) found.set(source, shapeOf(of));
  return found;
}

/** Source: JCGM 101:2008, 6.4.2 (limits) and 6.4.7 (a standard uncertainty). */
export const shapeOf = ({ statedAs }: Pick<Uncertainty, 'statedAs'>): Shape =>
  statedAs === 'limits' ? 'rectangular' : 'normal';

/** One draw of all sources of error: a source that reaches several channels has one value for all of them. */
export class Draw {
  private readonly moves = new Map<string, number>();

  constructor(readonly random: Random) {}

  /** By how many of its standard uncertainties a source is off in this draw. */
  of(source: string, shape: Shape): number {
    const known = this.moves.get(source);
    if (known !== undefined) return known;
    const move = this.one(shape);
    this.moves.set(source, move);
    return move;
  }

  one(shape: Shape): number {
    return drawOne(this.random, shape);
  }
}
