export { clockText, daysSince1970, isoMoment } from './calendar';
export { guessTimeForm, looksLikeTime, type TimeGuess } from './guessTimeForm';
export { originDifference } from './originDifference';
export { readTime, statesZone, timeForms, timeFormTitles, type TimeForm } from './readTime';
