import { passed, said, type Diagnosed, type Rung } from './Rung';

/** Were the start values right: the search ended, at one place, not at a bound, and every parameter has its say. */
export function startRung({ model, fit, choices, symbols }: Diagnosed): Rung {
  const typed = typedStart(fit.ends, Object.keys(choices.start ?? {}).length > 0);
  if (typed) return typed;
  if (fit.doubts.length === 0)
    return passed(
      'Start',
      model.isLinear
        ? 'linear in its parameters: there is one solution, and no start leads elsewhere'
        : `the search ended at one place from ${counted(fit.ends.length)}`,
    );
  const failed = fit.status === 'singular' || fit.doubts.some((d) => d.startsWith('The search did not end'));
  const loose = looseParameter(fit);
  return {
    title: 'Start',
    state: failed ? 'failed' : 'doubtful',
    text: fit.doubts.join(' '),
    ...(failed && loose >= 0 && symbols.length > 1
      ? {
          action: {
            title: `Fix ${symbols[loose]} at ${said(fit.parameters[loose]!)}`,
            fixed: { [symbols[loose]!]: fit.parameters[loose]! },
          },
        }
      : {}),
  };
}

/** Start values of the hand that lead to a worse end than those out of the data. */
function typedStart(ends: readonly number[], isTyped: boolean): Rung | undefined {
  const [first, ...others] = ends;
  if (!isTyped || first === undefined || others.length === 0) return undefined;
  const best = Math.min(...others.filter(Number.isFinite));
  if (first <= best * 1.001) return undefined;
  return {
    title: 'Start',
    state: 'failed',
    text: Number.isNaN(first)
      ? 'With your start values the model gives no number at some of the points. The fit went on from start values out of the data.'
      : `From your start values the search ends with a misfit ${said(Math.sqrt(first / best))} times as large. The fit went on from start values out of the data.`,
    action: { title: 'Drop my start values', ownStarts: true },
  };
}

const counted = (starts: number): string => (starts === 1 ? 'one start' : `${starts} starts`);

/** The parameter least sure of itself, by its own size. */
function looseParameter({ parameters, standardErrors }: Diagnosed['fit']): number {
  const shares = [...parameters].map((v, k) => {
    const share = standardErrors[k]! / Math.abs(v);
    return Number.isNaN(share) ? Infinity : share;
  });
  return shares.indexOf(Math.max(...shares));
}
