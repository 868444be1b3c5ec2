import type { Static, TObject } from 'typebox';
import type { Mesh } from '../field';
import type { RunState } from '../procedure';
import type { Channel } from '../sample';

/** A simulated field with its procedure applied: its nodes are the samples. */
export interface FieldState {
  name: string;
  state: RunState;
  mesh: Mesh;
  /** Symbols of the three coordinates, of one unit, and of the category that names the zone of a node. */
  coordinates: readonly [string, string, string];
  zone: string;
}

/** A channel of a derived run. */
export type DerivedChannel = Pick<Channel, 'symbol' | 'name' | 'unit' | 'labels' | 'uncertainty' | 'values'>;

export interface Derived {
  /** All of one length. */
  channels: DerivedChannel[];
  /** Symbol of the channel that it is ordered along. */
  along: string;
  /** What was done and what was passed over, in sentences. */
  said: string[];
  /** The samples are nodes of a field: x, y, z and the zone are the first channels, and the mesh joins them. */
  mesh?: Mesh;
}

/** A way to make a run from a field: one file under recipes/, and one line in its index. */
export interface RecipeKind<Settings extends TObject = TObject> {
  kind: string;
  title: string;
  purpose: string;
  settings: Settings;
  /** What it does, in plain words. @param others  names of the further fields, where they are known */
  words(settings: Static<Settings>, others: readonly string[]): string;
  /** Ids of the runs of further fields that it reads; absent: none. */
  others?(settings: Static<Settings>): number[];
  /** @param others  in the order of their ids above @throws {AppError} what it cannot do with these settings and fields */
  make(field: FieldState, settings: Static<Settings>, others: readonly FieldState[]): Derived;
}

export const defineRecipe = <Settings extends TObject>(kind: RecipeKind<Settings>): RecipeKind =>
  kind as unknown as RecipeKind;

/** How a derived run is made, as it is kept. */
export interface Recipe {
  kind: string;
  settings: Record<string, unknown>;
}
