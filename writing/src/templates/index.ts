import { laboratoryReport } from './laboratoryReport';
import { note } from './note';
import { testReport } from './testReport';
import type { Template } from './Template';

/** Frames for a new report. Adding one: its file, its name here. */
export const templates: readonly Template[] = [laboratoryReport, testReport, note];
export type { CampaignThings, Template } from './Template';
