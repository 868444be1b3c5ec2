import type { CampaignReply } from '@undameter/contract';
import { counted } from '../parts/counted';

interface Place {
  path: string;
  title: string;
  /** How much is there, for the second line in the rail. */
  content(campaign: CampaignReply): string;
}

/** The places in the order of the work. */
export const places = [
  { path: 'campaign', title: 'Campaign', content: (c) => c.name.split(/[:,]/)[0]! },
  { path: 'intake', title: 'Intake', content: (c) => counted(c.runRows.length, 'run') },
  {
    path: 'signals',
    title: 'Signals',
    content: (c) =>
      counted(
        c.runRows.reduce((sum, r) => sum + r.steps, 0),
        'step',
      ),
  },
  { path: 'conditions', title: 'Conditions', content: (c) => counted(c.counts.conditions, 'set') },
  { path: 'tables', title: 'Tables', content: (c) => counted(c.counts.tables, 'table') },
  { path: 'models', title: 'Models', content: (c) => counted(c.counts.fits, 'fit') },
  { path: 'compare', title: 'Compare', content: (c) => counted(c.counts.comparisons, 'open', 'open') },
  { path: 'report', title: 'Report', content: (c) => counted(c.counts.figures, 'figure') },
] as const satisfies readonly Place[];
export type PlaceName = (typeof places)[number]['path'];

/** The address of a place, and of the thing in hand there. */
export const addressOf = (campaignId: number, place: PlaceName, thing?: number): string =>
  `/campaign/${campaignId}${place === 'campaign' ? '' : `/${place}`}${thing === undefined ? '' : `/${thing}`}`;

/** The address of a figure on its sheet; of the first where none is named. */
export const figureAddress = (campaignId: number, figure?: number): string =>
  `${addressOf(campaignId, 'report')}/figure${figure === undefined ? '' : `/${figure}`}`;
