import type { Services } from '../services';

/** The promise of the first call with the same key, for those that come after. */
function remembered<Args extends unknown[], Result>(
  work: (...args: Args) => Promise<Result>,
  keyOf: (...args: Args) => unknown,
): (...args: Args) => Promise<Result> {
  const known = new Map<unknown, Promise<Result>>();
  return (...args) => {
    const key = keyOf(...args);
    const found = known.get(key) ?? work(...args);
    known.set(key, found);
    return found;
  };
}

/**
 * The services for one look at all living things of a report: what several of them stand on, such as a fit with ten
 * numbers in the text, is computed once.
 */
export function remembering(services: Services): Services {
  const { loader, pools } = services;
  const kept = {
    loader: Object.assign(Object.create(loader) as typeof loader, {
      fit: remembered(loader.fit.bind(loader), (body) => JSON.stringify(body)),
      comparison: remembered(loader.comparison.bind(loader), (body) => JSON.stringify(body)),
    }),
    // A task that was loaded once is the same object, so it says which it is.
    pools: Object.assign(Object.create(pools) as typeof pools, {
      fit: remembered(pools.fit, (task) => task),
      compare: remembered(pools.compare, (task) => task),
    }),
  };
  return { ...services, ...kept };
}
