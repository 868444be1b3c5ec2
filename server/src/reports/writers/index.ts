import type { ExportFormat } from '@undameter/contract';
import { docx } from './docx';
import { html } from './html';
import { markdown } from './markdown';
import { pdf } from './pdf';
import type { ReportWriter } from './Writer';

/** What a report can leave as. Adding one: its file, its name here and in the contract's `exportFormat`. */
const writers: readonly ReportWriter[] = [pdf, docx, html, markdown];

export const reportWriter = (format: ExportFormat): ReportWriter => writers.find((w) => w.format === format)!;
export type { ReportPicture, ReportToWrite } from './Writer';
