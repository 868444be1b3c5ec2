import type { FindingBudget, FindingOrigin } from '@undameter/contract';
import { printUnit } from '@undameter/core';
import type { Services } from '../services';
import { comparedPair, crossingOf, optimumOf, parameterOf, readingsOf } from './originOf';

const none = (why: string): FindingBudget => ({ unit: '', lines: [], why });
const budget = (unit: string, lines: FindingBudget['lines']): FindingBudget => ({
  unit: printUnit(unit),
  lines,
  why: lines.length > 0 ? '' : 'No ± is known of this number.',
});

/** Why the number of a finding may be off. @throws {AppError} NOT_FOUND and what the computation cannot do */
export async function budgetOfFinding(services: Services, origin: FindingOrigin): Promise<FindingBudget> {
  switch (origin.kind) {
    case 'parameter': {
      const { parameter } = await parameterOf(services, origin);
      return budget(parameter.unit, parameter.budget);
    }
    case 'reading':
      return budgetOfReading(services, origin);
    case 'crossing': {
      const { place, facts } = await crossingOf(services, origin);
      return budget(facts.xUnit, place.budget);
    }
    case 'difference': {
      const { compared, result } = await comparedPair(services, origin);
      return budget(result.y.unit, compared.budget);
    }
    case 'group':
      return none('What several series say together has its ± in the sentence; each series has a budget of its own.');
    case 'goodness':
      return none('A goodness of fit carries no ± of its own, so there is nothing to divide.');
    case 'ranking':
      return none('A ranking carries no ± of its own, so there is nothing to divide.');
  }
}

async function budgetOfReading(
  services: Services,
  origin: Extract<FindingOrigin, { kind: 'reading' }>,
): Promise<FindingBudget> {
  const { what } = origin;
  if (what === 'optimum') {
    const { optimum, facts } = await optimumOf(services, origin);
    return budget(facts.xUnit, optimum.budget);
  }
  const { readings, facts } = await readingsOf(services, { ...origin, what });
  return readings[0]
    ? budget(what === 'at' ? facts.yUnit : facts.xUnit, readings[0].budget)
    : none('The curve does not reach this value.');
}
