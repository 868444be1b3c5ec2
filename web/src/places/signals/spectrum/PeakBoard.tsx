import type { SpectrumReply } from '@undameter/contract';
import { formatValue, formatWithUncertainty, frequencyUnit, printUnit, unitOfDifference } from '@undameter/core';
import type { ReactNode } from 'react';
import { Board, type BoardColumn } from '../../../board/Board';
import type { FormChannel } from '../../../step/stepFields';
import { decibels, noLinesInWords, peakRows, type PeakRow } from './peakRows';

interface PeakBoardProps {
  spectra: SpectrumReply | undefined;
  channels: readonly FormChannel[];
  timeUnit: string;
  isOrders: boolean;
  nameOfCondition(id: number): string;
  tools: ReactNode;
}

/** The lines that stand out of the spectra on the chart, each with how sure it is. */
export function PeakBoard({ spectra, channels, timeUnit, isOrders, nameOfCondition, tools }: PeakBoardProps) {
  const about = (r: PeakRow) => channels.find((c) => c.symbol === r.symbol);
  const place = (r: PeakRow) => formatWithUncertainty(r.frequency, 2 * (r.frequencyError ?? NaN));
  const height = (r: PeakRow) => formatWithUncertainty(r.amplitude, 2 * (r.amplitudeError ?? NaN));
  const text = (key: string, title: string, cell: (r: PeakRow) => string): BoardColumn<PeakRow> => ({
    key,
    title,
    value: cell,
    cell,
  });
  const number = (
    key: string,
    title: string,
    of: (r: PeakRow) => number | null,
    cell: (r: PeakRow) => string,
    unit?: string,
  ): BoardColumn<PeakRow> => ({ key, title, numeric: true, value: of, cell, ...(unit ? { unit } : {}) });
  const hasConditions = spectra?.some((s) => s.conditionId !== null) ?? false;
  const columns: BoardColumn<PeakRow>[] = [
    text('name', 'Line of', (r) => about(r)?.name ?? r.symbol),
    ...(hasConditions
      ? [text('condition', 'Condition', (r) => (r.conditionId === null ? '' : nameOfCondition(r.conditionId)))]
      : []),
    number(
      'frequency',
      isOrders ? 'Order' : 'Frequency',
      (r) => r.frequency,
      (r) => place(r).value,
      isOrders ? undefined : frequencyUnit(timeUnit),
    ),
    number(
      'frequencyError',
      '±',
      (r) => r.frequencyError && 2 * r.frequencyError,
      (r) => place(r).uncertainty ?? '–',
    ),
    number(
      'amplitude',
      'Amplitude',
      (r) => r.amplitude,
      (r) => height(r).value,
    ),
    number(
      'amplitudeError',
      '±',
      (r) => r.amplitudeError && 2 * r.amplitudeError,
      (r) => height(r).uncertainty ?? '–',
    ),
    {
      key: 'unit',
      title: 'Unit',
      value: (r) => unitOf(about(r)?.unit),
      cell: (r) => <code>{unitOf(about(r)?.unit)}</code>,
    },
    number(
      'above',
      'Over the noise',
      (r) => decibels(r.aboveNoise),
      (r) => formatValue(decibels(r.aboveNoise), 3),
      'dB',
    ),
    text('remark', 'Remark', remarkOf),
  ];
  return (
    <Board<PeakRow>
      title="Lines"
      rows={spectra ? peakRows(spectra) : []}
      waiting={!spectra}
      keyOf={(r) => r.key}
      columns={columns}
      tools={tools}
      empty={spectra && noLinesInWords(spectra)}
    />
  );
}

const unitOf = (unit = ''): string => printUnit(unitOfDifference(unit));

/** What is to be known of a line besides its numbers. */
function remarkOf({ multiple, frequencyError }: PeakRow): string {
  if (frequencyError === null) return 'broader than one frequency: no ±';
  return multiple ? `${multiple.times} × ${formatValue(multiple.of, 5)}` : '';
}
