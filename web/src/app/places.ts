/** The places in the order of the work; a place after `campaign` belongs to one campaign. */
export const places = [
  { path: 'campaign', title: 'Campaign' },
  { path: 'intake', title: 'Intake' },
  { path: 'signals', title: 'Signals' },
  { path: 'conditions', title: 'Conditions' },
  { path: 'tables', title: 'Tables' },
  { path: 'models', title: 'Models' },
  { path: 'compare', title: 'Compare' },
  { path: 'report', title: 'Report' },
] as const;
export type PlaceName = (typeof places)[number]['path'];

/** The address of a place, and of the thing in hand there. */
export const addressOf = (campaignId: number, place: PlaceName, thing?: number): string =>
  `/campaign/${campaignId}${place === 'campaign' ? '' : `/${place}`}${thing === undefined ? '' : `/${thing}`}`;
