/** What each part of the API is for, in the order in which the document shows them. */
export const tagWords: Readonly<Record<string, string>> = {
  about: 'What this program is, and which files it takes and gives.',
  campaigns: 'A campaign holds the runs of one question, and all that was made of them.',
  intake: 'A file on its way in: sent, understood, corrected, imported as a run.',
  runs: 'A run: its logged channels, its procedure, and what the procedure makes of them.',
  views: 'Ways to look at the channels of a run other than along it.',
  joining: 'Two logs of one run: rows that go on, channels of a second logger.',
  procedures: 'Steps that are kept for other runs, or applied to several at once.',
  sensors: 'What a certificate states, once for all channels that a sensor measured.',
  conditions: 'Limits that pick samples; set points, operating points, the map of two channels.',
  tables: 'Property tables with their interpolation, versions and uses.',
  fits: 'Models fitted to a run: parameters with their uncertainty, judgement, readings.',
  models: 'Formulas kept as models for the fits of a campaign.',
  comparisons: 'Measured, simulated and fitted curves held against each other.',
  figures: 'Kept charts: what each shows, how it is dressed, and its picture for print.',
  styles: 'House styles of a campaign: dressings under a name, to be put on other figures.',
  findings: 'Sentences with numbers that know where they came from.',
};
