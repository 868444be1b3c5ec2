import { seriesAddress, type FitBody, type FitReply, type SeriesReply } from '@undameter/contract';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { queries } from '../../data/queries';
import { usePinFinding } from '../../data/usePinFinding';
import { withWholeSources } from './seriesOfFit';

interface ReadingsToAsk {
  campaignId: number;
  body: FitBody;
  fit: FitReply | undefined;
  index: number;
  /** The saved fit, when what is shown is what was saved: only that can carry a finding. */
  fitId: number | undefined;
  /** Whether they are looked at. */
  isWanted: boolean;
}

type Pin = (() => void) | undefined;

const otherAddress = ({ conditionId, groupId, from }: SeriesReply) => ({
  otherConditionId: conditionId,
  ...(groupId === null ? {} : { otherGroupId: groupId }),
  ...(from === 0 ? {} : { otherFrom: from }),
});

/** What is asked of the curve in hand, and how a number of it becomes a finding. */
export function useReadings({ campaignId, body, fit, index, fitId, isWanted }: ReadingsToAsk) {
  const [atX, setAtX] = useState<number | null>(null);
  const [called, setCalled] = useState('');
  const [atY, setAtY] = useState<number | null>(null);
  const [other, setOther] = useState<number | null>(null);
  const pin = usePinFinding(campaignId);
  const asked = {
    ...withWholeSources(body),
    name: body.name.trim() || 'fit',
    campaignId,
    series: index,
    atX,
    atY,
    other: other === index ? null : other,
  };
  const { data, error } = useQuery(queries.readings(asked, isWanted));
  const hand = fit?.series[index];
  const met = other === null ? undefined : fit?.series[other];
  return {
    called,
    /** Reads at a place that was found, to be moved from there by hand. */
    moveByHand: (x: number, words: string) => {
      setAtX(x);
      setCalled(words);
    },
    setAtX: (x: number | null) => {
      setAtX(x);
      if (x === null) setCalled('');
    },
    ...{ atX, atY, setAtY, other, setOther, asked, pin, hand, met },
    data: isWanted ? data : undefined,
    error: error ?? pin.error,
    pinned: (what: 'at' | 'back' | 'optimum', at: number | null): Pin =>
      fitId !== undefined && at !== null && hand
        ? () => pin.mutate({ kind: 'reading', fitId, ...seriesAddress(hand), what, at })
        : undefined,
    pinnedCrossing: (which: number): Pin =>
      fitId !== undefined && met && hand
        ? () => pin.mutate({ kind: 'crossing', fitId, ...seriesAddress(hand), ...otherAddress(met), which })
        : undefined,
  };
}
export type Readings = ReturnType<typeof useReadings>;
