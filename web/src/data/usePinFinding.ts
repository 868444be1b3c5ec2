import type { FindingOrigin, FindingRow } from '@undameter/contract';
import { useMutation } from '@tanstack/react-query';
import { ask } from './api';

/** Writes a number as a finding of the campaign. */
export const usePinFinding = (campaignId: number) =>
  useMutation({
    mutationFn: (origin: FindingOrigin) => ask<FindingRow>(`/campaigns/${campaignId}/findings`, { body: { origin } }),
  });
