import type { ChannelSource, DeclaredUncertainty, Uncertainty } from '@undameter/core';

/** Usual reasons, in the order in which they are offered. */
const usual = ['calibration', 'resolution', 'drift', 'installation'] as const;

/** The sources of a channel as a list; one that stands alone is its calibration. */
export function sourcesOf(declared: DeclaredUncertainty | null): ChannelSource[] {
  if (declared?.kind === 'several') return declared.sources;
  return declared ? [{ name: usual[0], isShared: false, of: declared }] : [];
}

/** One source more, of the first usual reason that is not there yet. */
export function withSource(declared: DeclaredUncertainty | null): DeclaredUncertainty {
  const sources = sourcesOf(declared);
  const name = usual.find((n) => !sources.some((s) => s.name === n)) ?? `source ${sources.length + 1}`;
  const of: Uncertainty = { kind: 'absolute', value: 0, statedAs: 'limits' };
  return { kind: 'several', sources: [...sources, { name, isShared: false, of }] };
}

/** The sources after one was changed, or taken out; a single one that is its calibration stands alone again. */
export function withChange(
  declared: DeclaredUncertainty | null,
  at: number,
  change: Partial<ChannelSource> | null,
): DeclaredUncertainty | null {
  const sources = sourcesOf(declared).flatMap((s, i) => (i !== at ? [s] : change ? [{ ...s, ...change }] : []));
  const [only] = sources;
  if (!only) return null;
  return change === null && sources.length === 1 && only.name === usual[0] && !only.isShared
    ? only.of
    : { kind: 'several', sources };
}
