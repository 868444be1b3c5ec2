/**
 * What can be asked of the server, by what an answer stands on; `bench` and `points` are computed from the samples of a
 * run, `drawings` are what figures show, and `dressings` how they do; `living` is what the living things of reports say.
 */
export type Resource =
  | 'campaigns'
  | 'runs'
  | 'bench'
  | 'points'
  | 'conditions'
  | 'procedures'
  | 'tables'
  | 'sensors'
  | 'instruments'
  | 'pictures'
  | 'fits'
  | 'models'
  | 'comparisons'
  | 'findings'
  | 'figures'
  | 'drawings'
  | 'dressings'
  | 'styles'
  | 'living'
  | 'reports'
  | 'templates'
  | 'layouts'
  | 'axes';

/** Of a run, what its conditions decide as well. */
const pointsOfRun = new Set(['operating-points', 'set-points', 'map']);

/** Which resource an address of the API asks for (without `/api`); another word for what nothing else touches. */
export function resourceOf(address: string): string {
  const [first = '', , second = '', third] = address.slice(1).split('/');
  if (first === 'campaigns' && second !== '') return third === 'apply' ? 'points' : second;
  if (first === 'figures' && second === 'content') return 'drawings';
  if (first === 'runs' && second !== '') return pointsOfRun.has(second) ? 'points' : 'bench';
  return first;
}

const results = ['fits', 'comparisons', 'findings', 'drawings', 'living'] as const;
const fromSamples = ['bench', 'points', ...results] as const;

/**
 * What may read otherwise after a change of each, beside itself and its campaign. What a name alone changes is in it too:
 * fits and findings name runs, uses of a table name conditions.
 */
const standsOn: Record<Resource, readonly Resource[]> = {
  // Its name and its question; with it deleted, a table that is shared belongs to none.
  campaigns: ['tables'],
  runs: ['pictures', 'conditions', 'procedures', 'tables', 'sensors', ...fromSamples],
  bench: [],
  points: [],
  conditions: ['tables', ...fromSamples],
  procedures: [],
  tables: [...fromSamples],
  sensors: ['runs', ...fromSamples],
  instruments: [],
  pictures: [],
  fits: ['comparisons', 'findings', 'drawings', 'living'],
  models: [...results],
  comparisons: ['findings', 'drawings', 'living'],
  findings: ['living'],
  figures: ['drawings', 'living'],
  drawings: [],
  dressings: ['figures', 'living'],
  styles: [],
  living: [],
  reports: [],
  templates: [],
  layouts: [],
  axes: [],
};

/** Everything that has to be asked anew after a change of a resource. */
const touchedBy = (changed: Resource): Resource[] => [
  ...new Set([changed, 'campaigns', ...standsOn[changed]] as const),
];

/** Of these, what holds for one run only when one run was changed. */
const ofOneRun: ReadonlySet<string> = new Set<Resource>(['bench', 'points']);

/**
 * Whether the answer at an address may have changed.
 * @param touched  as the server names it in the header `undameter-touched`: `bench/7, points/7, fits`
 */
export function isTouched(address: string, touched: string): boolean {
  const resource = resourceOf(address);
  const [, run] = /^\/runs\/(\d+)/.exec(address) ?? [];
  return touched.split(', ').some((name) => name === resource || (run !== undefined && name === `${resource}/${run}`));
}

/** The header of a change; `run` is the one that alone was changed. */
export const touchedHeader = (changed: Resource, run?: number): string =>
  touchedBy(changed)
    .map((name) => (run !== undefined && ofOneRun.has(name) ? `${name}/${run}` : name))
    .join(', ');
