import type { ExportFormat, ReportBody } from '@undameter/contract';
import type { FlowBlock } from '@undameter/writing';

/** A figure as the writers take it. */
export interface ReportPicture {
  /** In CSS pixels at the size of print. */
  svg: string;
  /** Nothing where the format has no use for it. */
  png: Uint8Array | null;
}

/** A report on its way out. */
export interface ReportToWrite {
  title: string;
  page: ReportBody['page'];
  flow: FlowBlock[];
  /** By the hash of what was taken. */
  pictures: Readonly<Record<string, ReportPicture>>;
}

/** A format that a report can be taken out in: one file here, one line in index.ts. */
export interface ReportWriter {
  format: ExportFormat;
  mediaType: string;
  extension: string;
  /** How its figures are drawn: with faces of their own where they stand in a file of their own; pixels at so many dpi, 0 for none. */
  pictures: { hasFaces: boolean; dpi: number };
  write(report: ReportToWrite): Promise<Uint8Array>;
}

export const LANGUAGE = 'en-GB';
