import type { ExportFormat } from '@undameter/contract';
import { reportWriter, type ReportToWrite } from './writers';

export const writeReport = ({ format, report }: { format: ExportFormat; report: ReportToWrite }): Promise<Uint8Array> =>
  reportWriter(format).write(report);
