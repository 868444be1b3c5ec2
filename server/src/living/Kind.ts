import type { KeptContent, LivingContent, LivingEntry, LivingNow, LivingSource } from '@undameter/contract';
import { AppError, formatCount, formatValue, formatWithUncertainty, printUnit } from '@undameter/core';
import type { ErrorReport } from '@undameter/core';
import type { Services } from '../services';
import type { KeptDrawing } from '../store/keptContents';

/** What a living thing says now, what it was computed from, and where it comes from. */
export interface Said {
  content: LivingContent;
  basis: KeptContent['basis'];
  origin: LivingNow['origin'];
  /** Of a figure. */
  drawing?: KeptDrawing;
  /** What it says is the last that could be computed. */
  problem?: ErrorReport;
}

/** One kind of thing that can live in a report. */
export interface LivingKind<Kind extends LivingSource['kind'] = LivingSource['kind']> {
  kind: Kind;
  /** What a campaign has of it that can be put in. */
  entries(services: Services, campaignId: number): Promise<LivingEntry[]>;
  /** @throws {AppError} when what it stands on is gone or cannot be computed */
  say(services: Services, campaignId: number, source: Extract<LivingSource, { kind: Kind }>): Promise<Said>;
}

/** A kind that knows its own source. */
export const livingKind = <Kind extends LivingSource['kind']>(kind: LivingKind<Kind>): LivingKind<Kind> => kind;

/** A report shows what belongs to its own campaign. @throws {AppError} NOT_FOUND */
export function ofCampaign<Row extends { id: number; campaignId: number }>(
  row: Row,
  campaignId: number,
  what: string,
): Row {
  if (row.campaignId !== campaignId) throw new AppError('NOT_FOUND', { what, id: String(row.id) });
  return row;
}

/** `27.61 ± 0.19 m`; without a ± where none is known. */
export function quantityText(value: number, half: number | null, unit: string): string {
  const number = half === null || !(half > 0) ? formatValue(value) : plusMinus(value, half);
  return `${number} ${printUnit(unit)}`.trim();
}

/** `27.61 ± 0.19`; its power of ten once: `(1.20 ± 0.05)e−5`. */
export function plusMinus(value: number, half: number | null): string {
  if (half === null || !(half > 0)) return formatValue(value);
  const { value: said, uncertainty } = formatWithUncertainty(value, half);
  const [number, power] = said.split('e');
  return power === undefined
    ? `${said} ± ${uncertainty}`
    : `(${number} ± ${uncertainty.split('e')[0]}) · 10^{${power}}`;
}

/** `p_d (kPa)`, or the name alone where it has no unit. */
export const titleWithUnit = (name: string, unit: string): string => {
  const printed = printUnit(unit);
  return printed ? `${name} (${printed})` : name;
};

/** `11 420 of 12 140`. */
export const countOf = (part: number, whole: number): string => `${formatCount(part)} of ${formatCount(whole)}`;

/** `5.9 %`. */
export const percent = (share: number): string => `${formatValue(100 * share, 2)} %`;
