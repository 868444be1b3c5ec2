import { formatCount, formatValue } from '../number/formatNumber';
import { entry } from './entry';
import { fieldErrors } from './fieldErrors';
import { instrumentErrors } from './instrumentErrors';
import { pictureErrors } from './pictureErrors';
import { signalErrors } from './signalErrors';

/**
 * Every error a person can meet, once: a code for programs, a kind for the
 * border (the server maps kinds to HTTP statuses), and a sentence that says
 * what was found, where, and what to do. Codes are never reused.
 */
export const catalogue = {
  // numerics
  LENGTHS_DIFFER: entry<{ a: string; b: string; lengthA: number; lengthB: number }>(
    'input',
    (f) => `${f.a} has ${f.lengthA} values and ${f.b} has ${f.lengthB}. They must be equally long.`,
  ),
  TOO_FEW_SAMPLES: entry<{ name: string; have: number; need: number }>(
    'input',
    (f) =>
      `${f.name} has ${f.have} usable samples; at least ${f.need} are needed. Widen the range or pick another channel.`,
  ),
  TOO_FEW_POINTS_FOR_MODEL: entry<{ have: number; parameters: number }>(
    'input',
    (f) => `${f.have} points cannot determine ${f.parameters} parameters. Choose a lower degree or a wider condition.`,
  ),
  X_HAS_NO_SPREAD: entry<{ x: string; distinct: number; parameters: number }>(
    'input',
    (f) =>
      `"${f.x}" takes only ${f.distinct} distinct value${f.distinct === 1 ? '' : 's'}, too few for ${f.parameters} parameters. Choose another x or a lower degree.`,
  ),
  NOT_INCREASING: entry<{ name: string; index: number; before: number; after: number }>(
    'input',
    (f) =>
      `"${f.name}" does not increase at sample ${f.index + 1}: ${f.before} is followed by ${f.after}. Set that stretch aside or choose another channel to differentiate against.`,
  ),
  WINDOW_NOT_ODD: entry<{ window: number }>(
    'input',
    (f) => `A window of ${f.window} samples has no middle sample. Choose an odd number of at least 3.`,
  ),
  ORDER_TOO_HIGH: entry<{ order: number; window: number }>(
    'input',
    (f) =>
      `Order ${f.order} needs a window of more than ${f.order} samples, not ${f.window}. Widen the window or lower the order.`,
  ),
  CUTOFF_OUTSIDE: entry<{ cutoff: number; highest: number }>(
    'input',
    (f) =>
      `A cut-off of ${formatValue(f.cutoff, 6)} is not possible here: it must lie above 0 and below half the sampling rate, which is ${formatValue(f.highest, 6)}.`,
  ),
  BAND_REVERSED: entry<{ from: number; to: number }>(
    'input',
    (f) => `A band from ${f.from} to ${f.to} is empty. Put the lower cut-off first.`,
  ),
  FILTER_ORDER: entry<{ order: number; highest: number }>(
    'input',
    (f) => `A filter of order ${f.order} is not built here. Choose a whole number from 1 to ${f.highest}.`,
  ),
  SHARE_OUTSIDE: entry<{ value: number }>(
    'input',
    (f) => `A share of ${f.value} is not possible. Choose one above 0 and at most 1.`,
  ),
  SETTING_NOT_POSITIVE: entry<{ name: string; value: number }>(
    'input',
    (f) => `The ${f.name} is ${f.value}. It must be above 0.`,
  ),
  UNEVEN_SPACING: entry<{ name: string; method: string; shortest: number; longest: number }>(
    'input',
    (f) =>
      `"${f.name}" is not evenly spaced (steps from ${formatValue(f.shortest, 4)} to ${formatValue(f.longest, 4)}), and ${f.method} needs it to be. Re-sample the run first, or choose a method that takes uneven steps.`,
  ),
  CONDITION_NOT_TRUTH: entry<{ formula: string }>(
    'input',
    (f) => `"${f.formula}" gives a quantity, not true or false. Compare it with something, as in Q > 20 [L/min].`,
  ),
  NO_TIME_FOR_STEADY: entry<object>(
    'input',
    () =>
      'This run has no channel along which it is ordered, so nothing can be steady in it. Name its time channel, or take the limit out.',
  ),
  LIMIT_UNKNOWN: entry<{ kind: string }>(
    'input',
    (f) => `A limit of this condition is of a sort that is not known here ("${f.kind}"). Remove it or make it anew.`,
  ),
  NO_TIME_FOR_FILTER: entry<object>(
    'input',
    () =>
      'A filter needs a time channel along which the run is ordered. Name it at Intake, or sort by a channel first.',
  ),
  NO_TIME_FOR_RATE: entry<object>(
    'input',
    () =>
      'This step needs a time channel along which the run is ordered. Name it at Intake, or sort by a channel first.',
  ),
  LIMITS_EMPTY: entry<{ symbol: string }>(
    'input',
    (f) => `No limit is given for "${f.symbol}". Type a low or a high one.`,
  ),
  TOO_FEW_CHANNELS: entry<{ have: number; need: number }>(
    'input',
    (f) => `${f.have} channels are chosen; choose at least ${f.need}.`,
  ),
  NORMALISED_GROUPS: entry<{ symbol: string; have: number; most: number }>(
    'input',
    (f) =>
      `${f.symbol} has ${f.have} different values, and at most ${f.most} can each have a range of their own. Choose a channel that tells parts: a station, a zone.`,
  ),
  NORMALISED_BY_ZERO: entry<{ name: string }>(
    'input',
    (f) => `"${f.name}" cannot be divided by that: it is zero or missing. Choose another reference.`,
  ),
  TABLE_UNKNOWN: entry<{ symbol: string }>('input', (f) =>
    f.symbol
      ? `This campaign has no table "${f.symbol}". Choose one, or make it at Tables.`
      : 'Choose a table. They are made at Tables.',
  ),
  ORDER_TOO_LOW: entry<{ order: number; derivative: number }>(
    'input',
    (f) =>
      `A polynomial of order ${f.order} has no derivative ${f.derivative} to speak of. Choose an order of at least ${f.derivative}.`,
  ),
  FORMULA_CIRCULAR: entry<{ loop: string; at?: number }>(
    'input',
    (f) => `These channels need each other in a circle: ${f.loop}. Let one of them do without the others.`,
  ),
  MADE_LATER: entry<{ symbol: string; later: number; at?: number }>(
    'input',
    (f) => `"${f.symbol}" is only made by step ${f.later}, which comes later. Move that step before this one.`,
  ),
  MONTE_CARLO_WHOLE: entry<object>(
    'input',
    () =>
      'A formula with a value of a whole channel (mean of …, first of …) cannot be drawn sample by sample. First order allows for it.',
  ),
  GRID_TOO_LONG: entry<{ samples: number; most: number }>(
    'tooLarge',
    (f) =>
      `The grid would have ${formatCount(f.samples)} samples; at most ${formatCount(f.most)} are possible. Choose a wider step.`,
  ),
  // units
  UNIT_READS_TWO_WAYS: entry<{ text: string; readings: string }>(
    'input',
    (f) => `The unit "${f.text}" can be read two ways. Write ${f.readings}.`,
  ),
  ANGLE_OR_COUNT: entry<{ from: string; to: string }>(
    'input',
    (f) =>
      `"${f.from}" cannot be turned into "${f.to}": one of them counts an angle (1 revolution is 2π rad), the other a plain number, and which is meant is not said. Use rpm, rev/s, rad/s or ° for what turns; multiply by 1 [rev] or 1 [rad] what was counted, or divide by it.`,
  ),
  DATUM_MISFIT: entry<{ from: string; to: string }>(
    'input',
    (f) =>
      `"${f.from}" cannot be turned into "${f.to}" by itself: the two do not count from the same zero. For pressures add the ambient pressure in a formula or name it in the step "Ambient pressure"; for temperatures say whether a temperature (°C) or a difference (Δ°C) is meant.`,
  ),
  UNIT_UNKNOWN: entry<{ text: string; part: string }>('input', (f) =>
    f.part === f.text
      ? `"${f.text}" is not a unit that is known here. Write it like kPa, L/min, rad/s^2 or °C, or leave it empty for a plain number.`
      : `"${f.part}" in the unit "${f.text}" is not known here. Write units like kPa, L/min, rad/s^2 or °C.`,
  ),
  UNIT_MISFIT: entry<{ from: string; to: string }>(
    'input',
    (f) => `${f.from} cannot be converted to ${f.to}: they measure different quantities.`,
  ),
  // formulas
  FORMULA_SYNTAX: entry<{ at: number; found: string; expected: string }>(
    'input',
    (f) => `At character ${f.at + 1}: found ${f.found} where ${f.expected} was expected.`,
  ),
  FORMULA_TOO_LONG: entry<{ length: number; limit: number }>(
    'input',
    (f) =>
      `The formula has ${f.length} characters or too many nested brackets; the limit is ${f.limit} characters and 100 levels. Split it into two derived channels.`,
  ),
  SYMBOL_UNKNOWN: entry<{ symbol: string; at: number; similar: string }>(
    'input',
    (f) =>
      `"${f.symbol}" at character ${f.at + 1} is neither a channel, a table nor a constant of this run.${f.similar ? ` Did you mean ${f.similar}?` : ' The board lists the symbols that can be used.'}`,
  ),
  WORD_UNKNOWN: entry<{ symbol: string; word: string; words: string; at: number }>(
    'input',
    (f) => `"${f.word}" at character ${f.at + 1} is no word of ${f.symbol}, which has: ${f.words}. Type one of them.`,
  ),
  FUNCTION_ARGUMENTS: entry<{ name: string; need: number; have: number; at: number }>(
    'input',
    (f) => `${f.name} at character ${f.at + 1} takes ${f.need} argument${f.need === 1 ? '' : 's'}, not ${f.have}.`,
  ),
  UNIT_CLASH: entry<{ operation: string; left: string; right: string; at: number }>(
    'input',
    (f) =>
      `At character ${f.at + 1}: ${f.left} and ${f.right} cannot be ${f.operation}. Check the units of both sides.`,
  ),
  ARGUMENT_UNIT: entry<{ name: string; need: string; have: string; at: number }>(
    'input',
    (f) => `${f.name} at character ${f.at + 1} needs ${f.need} and got ${f.have}.`,
  ),
  TEMPERATURE_SUM: entry<{ at: number; zeros: number }>(
    'input',
    (f) =>
      `The result is neither a temperature nor a difference of two: the temperatures in it carry weights that add up to ${formatValue(f.zeros, 4)}, not to 1 or 0. For a mean let them add up to 1; to scale a reading write T + 0.02*(T - 0 [°C]); to scale a thermodynamic temperature write absolute( … ) around it.`,
  ),
  DATUM_ASKED: entry<{ unit: string; at: number }>(
    'input',
    (f) =>
      `Whether this is a reading with a zero of its own or a difference cannot be told from the formula, and in ${f.unit} the two are not the same number. Write absolute( … ), difference( … ), or for a pressure above ambient gauge( … ) around it.`,
  ),
  DATUM_MIXED: entry<{ operation: string; left: string; right: string; at: number }>(
    'input',
    (f) =>
      `At character ${f.at + 1}: ${f.left} and ${f.right} cannot be ${f.operation}. Subtract one reading from another to get a difference, or add one to a difference to get a reading.`,
  ),
  AMBIENT_UNKNOWN: entry<{ at: number }>(
    'input',
    (f) =>
      `At character ${f.at + 1}: a pressure above ambient is to become an absolute one or the other way round, and the ambient pressure is not known. Name it in a step "Ambient pressure" before this one, or add it in the formula.`,
  ),
  TORQUE_PER_COUNT: entry<{ at: number }>(
    'input',
    (f) =>
      `At character ${f.at + 1}: a torque times turns per time is a power only when the turns are angles. Give the speed in rpm, rev/s or rad/s (a count of revolutions per time times 1 [rev]), or the energy of each stroke in J.`,
  ),
  RESULT_UNIT: entry<{ wanted: string; found: string }>(
    'input',
    (f) => `The formula gives ${f.found}, which cannot be shown in ${f.wanted}. Change the unit or the formula.`,
  ),
  EXPONENT_NOT_PLAIN: entry<{ at: number }>(
    'input',
    (f) =>
      `At character ${f.at + 1}: a quantity with a unit can only be raised to a fixed plain number, like ^2 or ^0.5.`,
  ),
  // channels, steps
  CHANNEL_UNKNOWN: entry<{ symbol: string }>(
    'input',
    (f) =>
      `This run has no channel "${f.symbol}" at this place of the procedure. Choose another channel or move the step.`,
  ),
  CHANNEL_IS_CATEGORY: entry<{ symbol: string }>(
    'input',
    (f) =>
      `"${f.symbol}" holds words, not numbers. It can pick samples in a condition, and a formula can ask for a word, as ${f.symbol} = "…"; choose a channel of numbers here.`,
  ),
  CHANNEL_IS_NUMBER: entry<{ symbol: string }>(
    'input',
    (f) => `"${f.symbol}" holds numbers, not words. Give it a value and a tolerance.`,
  ),
  SOURCE_TWICE: entry<{ symbol: string; name: string }>(
    'input',
    (f) => `"${f.symbol}" has two sources of error named "${f.name}". Give each a name of its own.`,
  ),
  UNCERTAINTY_OF_ITSELF: entry<{ symbol: string }>(
    'input',
    (f) => `"${f.symbol}" cannot tell its own uncertainty. Choose another channel, or a fixed share.`,
  ),
  SYMBOL_TAKEN: entry<{ symbol: string }>(
    'input',
    (f) => `The symbol "${f.symbol}" is already in use. Choose another one.`,
  ),
  SYMBOL_INVALID: entry<{ symbol: string }>(
    'input',
    (f) =>
      `"${f.symbol}" cannot be a symbol. Use a letter followed by letters, digits or underscores, such as p_d or T_w2.`,
  ),
  SYMBOL_OF_ROWS: entry<{ symbol: string }>(
    'input',
    (f) => `"${f.symbol}" numbers the rows of a typed run. Choose another symbol for the column.`,
  ),
  SHEET_ROW_TWICE: entry<{ row: number }>(
    'input',
    (f) => `Row ${f.row} is there twice. A number of a row is given once.`,
  ),
  SHEET_WORD: entry<{ row: number; symbol: string; words: number }>(
    'input',
    (f) =>
      `Row ${f.row} of ${f.symbol} has a number that stands for none of its ${f.words} words. Give the place of a word, from 0 on.`,
  ),
  SHEET_ROW_WIDTH: entry<{ row: number; have: number; columns: number }>(
    'input',
    (f) =>
      `Row ${f.row} has ${f.have} cells, and there are ${f.columns} columns. Give a cell for each, null where nothing was read.`,
  ),
  SHEET_JOINED: entry<{ name: string }>(
    'conflict',
    (f) =>
      `Rows or channels of another run were added to "${f.name}", so that its sheet no longer holds all of it. Type a new run for further rows.`,
  ),
  NOT_TYPED: entry<{ name: string }>(
    'input',
    (f) =>
      `The run "${f.name}" was not typed, so that it has no rows to correct. Its samples are set aside at Signals.`,
  ),
  PLAN_TOO_LONG: entry<{ have: number; most: number }>(
    'input',
    (f) =>
      `The plan has ${formatCount(f.have)} settings, and ${formatCount(f.most)} are the most. Take fewer steps or repeats.`,
  ),
  MADE_UP_EMPTY: entry<{ formula: string }>(
    'input',
    (f) => `"${f.formula}" has no value anywhere in the range. Choose a range in which it has.`,
  ),
  MADE_UP_RANGE: entry<{ at: number }>(
    'input',
    (f) => `The range begins and ends at ${formatValue(f.at)}. Give it two ends.`,
  ),
  STEP_KIND_UNKNOWN: entry<{ kind: string }>(
    'input',
    (f) => `There is no step kind "${f.kind}". The procedure may come from a newer version.`,
  ),
  STEP_SETTINGS: entry<{ title: string; problem: string }>(
    'input',
    (f) => `The settings of "${f.title}" do not fit: ${f.problem}.`,
  ),
  RANGE_EMPTY: entry<{ from: number; to: number; name: string }>(
    'input',
    (f) => `No kept sample of "${f.name}" lies between ${f.from} and ${f.to}. Check the range.`,
  ),
  RANGE_REVERSED: entry<{ from: number; to: number }>(
    'input',
    (f) => `The range ends (${f.to}) before it begins (${f.from}). Swap the two values.`,
  ),
  // property tables
  TABLE_TOO_SHORT: entry<{ have: number }>(
    'input',
    (f) => `A property table needs at least two knots; this one has ${f.have}.`,
  ),
  TABLE_GRID_SIZE: entry<{ need: string; have: number }>(
    'input',
    (f) => `A table in two arguments needs ${f.need}; it has ${f.have}. Fill in what is missing.`,
  ),
  TABLE_LINE_EMPTY: entry<{ name: string; at: number }>(
    'input',
    (f) => `The grid has no value at all at ${f.name} = ${formatValue(f.at)}. Fill one in, or leave that argument out.`,
  ),
  TABLE_KNOT_UNCERTAINTY: entry<{ value: number | null; have: number; need: number }>('input', (f) =>
    f.value === null
      ? `The table states ${f.have} uncertainties for ${f.need} values. Give one for each value.`
      : `No uncertainty stands beside the value ${formatValue(f.value)}. Give one for each value, or one for the whole table.`,
  ),
  TABLE_TOO_MANY_POINTS: entry<{ have: number; most: number }>(
    'input',
    (f) =>
      `A thin plate goes through at most ${f.most} points, and the table has ${f.have}. Take flat triangles between them, or fewer points.`,
  ),
  TABLE_POINTS_IN_LINE: entry<Record<string, never>>(
    'input',
    () =>
      'The points of a scattered table need at least three that do not lie in one line; only then is there an area to interpolate in.',
  ),
  TABLE_KNOT_REPEATED: entry<{ x: number | string; row: number }>(
    'input',
    (f) => `The argument ${f.x} stands twice (again in row ${f.row}). Keep one of the two knots.`,
  ),
  TABLE_KNOT_NOT_NUMBER: entry<{ row: number }>(
    'input',
    (f) => `Row ${f.row} of the table has a cell that is not a number. Fill it in or delete the row.`,
  ),
  TABLE_SCALE: entry<{ name: string; row: number; value: number }>(
    'input',
    (f) =>
      `Row ${f.row}: the ${f.name} ${formatValue(f.value)} cannot stand on a logarithmic or reciprocal axis, which needs all of them above zero (a temperature counts in kelvins). Choose a plain axis or correct the row.`,
  ),
  TABLE_FILE_TOO_LARGE: entry<{ name: string; limitBytes: number }>(
    'tooLarge',
    (f) =>
      `"${f.name}" is larger than ${Math.round(f.limitBytes / 2 ** 20)} MiB: that is a log, not a table. Import it, and take its channels or operating points as knots.`,
  ),
  TABLE_WITHOUT_CAMPAIGN: entry<Record<string, never>>(
    'input',
    () =>
      'The campaign of this table was deleted, so it can only stay in the library. Copy it into a campaign instead.',
  ),
  TABLE_METHOD_UNKNOWN: entry<{ method: string }>(
    'input',
    (f) => `There is no interpolation "${f.method}". Choose one of those in the list.`,
  ),
  // data sets, models, comparisons
  MODEL_SYMBOL_UNUSED: entry<{ symbol: string }>(
    'input',
    (f) => `The parameter ${f.symbol} does not stand in the formula. Take it out of the list or use it.`,
  ),
  MODEL_UNITS: entry<{ at: number; factor: string; same: boolean }>('input', (f) =>
    f.same
      ? `The units do not go together here: they are of one kind but of different sizes. Write a parameter as the factor between them.`
      : `The units do not go together here: what should be alike, or a plain number, differs by ${f.factor}. Put a parameter where the number stands, and fix it if you know it.`,
  ),
  MODEL_OF_WHOLE: entry<{ value: string; at: number }>(
    'input',
    (f) =>
      `"${f.value} of" takes one value of a whole channel, and a model knows its points one by one. Write a parameter instead.`,
  ),
  MODEL_OF_WORDS: entry<{ symbol: string; at: number }>(
    'input',
    (f) =>
      `${f.symbol} at character ${f.at + 1} is asked for a word, and a model knows numbers alone. Fit each word by itself, by a condition.`,
  ),
  PARAMETER_UNKNOWN: entry<{ symbol: string; known: string }>(
    'input',
    (f) => `The model has no parameter ${f.symbol}; it has ${f.known}.`,
  ),
  TIED_TO_TIED: entry<{ symbol: string; other: string }>(
    'input',
    (f) => `${f.symbol} is tied to ${f.other}, which is tied itself. Tie it to parameters that are found or fixed.`,
  ),
  NOTHING_TO_FIT: entry<Record<string, never>>(
    'input',
    () => 'Nothing is left to be found: the formula has no parameter, or each is fixed or tied. Let one of them go.',
  ),
  BOUNDS_REVERSED: entry<{ symbol: string; lower: number; upper: number }>(
    'input',
    (f) =>
      `The bounds of ${f.symbol} leave nothing between ${f.lower} and ${f.upper}. Give a lower one below the upper one.`,
  ),
  FIT_WEIGHTS: entry<{ channel: string; without: number; points: number }>(
    'input',
    (f) =>
      `${f.without} of ${f.points} points of ${f.channel} have no uncertainty above zero to weight them by. Declare one at Signals, or fit without weights.`,
  ),
  MULTILINEAR_PLAIN: entry<Record<string, never>>(
    'input',
    () =>
      'A model in several x is solved by least squares alone: without fixed, tied or shared parameters, bounds, far points or errors in x. Take those off, or choose a model in one x.',
  ),
  FIT_WITHOUT_CONDITION: entry<{ fit: string; condition: string }>(
    'input',
    (f) => `"${f.fit}" has no series of "${f.condition}". Add the condition to the fit, or compare another one.`,
  ),
  FIT_SERIES_TWICE: entry<{ id: number }>(
    'input',
    (f) => `Two further sources of the fit have the id ${f.id}. Give each one of its own.`,
  ),
  DRAWS_SEVERAL_RUNS: entry<{ series: string }>(
    'input',
    (f) =>
      `Draws go the way of one run, but these series are of several: ${f.series}. Draw each by itself: without the other series to meet, and with no shared parameters.`,
  ),
  FIT_RANGE_EMPTY: entry<{ series: string; from: number; to: number }>(
    'input',
    (f) => `No point of "${f.series}" lies between ${f.from} and ${f.to}. Widen the range, or take it off.`,
  ),
  MODEL_PARAMETER_STEPS: entry<{ symbol: string }>(
    'input',
    (f) =>
      `"${f.symbol}" only decides a comparison in this formula: the curve jumps with it and does not follow it, so no search can find it. Fix it at a value, or write the change as a smooth one.`,
  ),
  MODEL_NO_START: entry<{ model: string }>(
    'input',
    (f) =>
      `"${f.model}" cannot be begun on these points: it has no value at some x, such as a logarithm of zero or a power of a negative number. Leave those points out, or choose another model.`,
  ),
  MODEL_NOT_FINITE: entry<{ without: number; points: number; at: number; start: string }>(
    'input',
    (f) =>
      `The model gives no number at ${f.without} of ${f.points} points, such as x = ${f.at}, from any start value (with ${f.start}): a logarithm or a power of something negative, or a value too large to write. Leave those points out, give other start values, or choose a model that is defined there.`,
  ),
  CONDITION_EMPTY: entry<{ condition: string; run: string }>(
    'input',
    (f) => `No kept sample of "${f.run}" is in the condition "${f.condition}". Check its limits against the chart.`,
  ),
  MODEL_UNKNOWN: entry<{ model: string }>('input', (f) => `There is no model "${f.model}" in the library.`),
  NO_OVERLAP: entry<{ reference: string; candidate: string }>(
    'input',
    (f) =>
      `"${f.candidate}" has no point in the range of "${f.reference}", so there is nothing to compare. Check units and conditions.`,
  ),
  // files
  FILE_EMPTY: entry<{ name: string }>('input', (f) => `"${f.name}" is empty. Choose another file.`),
  FILE_BINARY: entry<{ name: string; offset: number }>(
    'input',
    (f) =>
      `"${f.name}" is not text: byte ${f.offset + 1} cannot stand in a text file. Export it from the logger as delimited text.`,
  ),
  FILE_DAMAGED: entry<{ name: string; what: string; reason: string }>(
    'input',
    (f) =>
      `"${f.name}" cannot be read as a ${f.what}: ${f.reason}. It may be damaged or locked by a password; export it anew.`,
  ),
  FILE_OLD_SPREADSHEET: entry<{ name: string }>(
    'input',
    (f) =>
      `"${f.name}" is a spreadsheet of the old kind, or one that is locked by a password. Save it as .xlsx without a password.`,
  ),
  FILE_NO_PARTS: entry<{ name: string; what: string }>(
    'input',
    (f) => `"${f.name}" holds no ${f.what} that could be read. Choose another file.`,
  ),
  FILE_UNPACKS_TOO_LARGE: entry<{ name: string; limitBytes: number }>(
    'tooLarge',
    (f) =>
      `"${f.name}" unpacks to more than ${Math.round(f.limitBytes / 2 ** 20)} MiB. Unpack it yourself and import the parts that you need.`,
  ),
  FILE_NO_DATA_ROWS: entry<{ name: string; lines: number }>(
    'input',
    (f) =>
      `"${f.name}" has ${f.lines} line${f.lines === 1 ? '' : 's'} but no row of numbers below its headings. Check the first data row, or choose another file.`,
  ),
  FILE_NO_CHANNELS: entry<{ name: string }>(
    'input',
    (f) => `Every column of "${f.name}" is left out. Keep at least one.`,
  ),
  FILE_TIME_COLUMN: entry<{ name: string }>(
    'input',
    (f) => `The time column of "${f.name}" is left out. Keep it, or choose another time column.`,
  ),
  FILE_LINE_TOO_LONG: entry<{ name: string; line: number; limit: number }>(
    'input',
    (f) =>
      `Line ${f.line} of "${f.name}" is longer than ${f.limit} characters, so it is hardly a table of text. Check the file.`,
  ),
  FILE_TOO_MANY_LABELS: entry<{ column: number; limit: number }>(
    'input',
    (f) =>
      `Column ${f.column} holds more than ${f.limit} different words, so it is hardly a category. Leave it out, or read it in another way.`,
  ),
  JOIN_WITH_ITSELF: entry<Record<string, never>>(
    'input',
    () => `A run cannot be joined with itself. Choose another run.`,
  ),
  NOT_ALONG_TIME: entry<{ name: string }>(
    'input',
    (f) => `"${f.name}" is ordered by its sample number. Read it again with a time column to join it on time.`,
  ),
  TOO_MANY_CHANNELS: entry<{ have: number; most: number }>(
    'input',
    (f) =>
      `${formatCount(f.have)} columns are kept; a run takes ${formatCount(f.most)} channels. Leave some of them out.`,
  ),
  TOO_MANY_ROWS: entry<{ have: number; most: number }>(
    'input',
    (f) =>
      `${formatCount(f.have)} rows are more than ${formatCount(f.most)}. Choose a channel with fewer values, or set rows aside first.`,
  ),
  FORMAT_UNKNOWN: entry<{ format: string; known: string }>(
    'input',
    (f) => `There is no export as "${f.format}". Choose one of ${f.known}.`,
  ),
  ORIGINAL_GONE: entry<{ name: string }>(
    'missing',
    (f) => `The original of "${f.name}" is not in the data directory any more. Import the file anew.`,
  ),
  NO_ORIGINAL: entry<{ name: string }>(
    'input',
    (f) =>
      `No file stands behind "${f.name}": it was typed or made up. The rows of a typed run are corrected at Intake.`,
  ),
  TOO_LARGE_FOR_FORMAT: entry<{ format: string; samples: number; most: number }>(
    'tooLarge',
    (f) =>
      `${formatCount(f.samples)} samples do not fit into a ${f.format}, which takes ${formatCount(f.most)} of these channels. Choose fewer channels, kept samples only, or another format.`,
  ),
  UPLOAD_TOO_LARGE: entry<{ limitBytes: number }>(
    'tooLarge',
    (f) =>
      `The file is larger than the limit of ${Math.round(f.limitBytes / 2 ** 20)} MiB. Split it, or raise UNDAMETER_UPLOAD_LIMIT_MIB and start again.`,
  ),
  UPLOAD_MISSING: entry<{ uploadId: string }>(
    'missing',
    (f) => `The uploaded file ${f.uploadId} is no longer waiting for import. Choose it again.`,
  ),
  UPLOAD_NO_FILE: entry<Record<string, never>>(
    'input',
    () => 'The request carries no file. Send the file itself as the body, or as the one file of a form.',
  ),
  UPLOAD_NO_NAME: entry<Record<string, never>>(
    'input',
    () => 'The file has no name. Say it in the address, as ?name=log.csv, or in the form that carries the file.',
  ),
  // the store
  NOT_FOUND: entry<{ what: string; id: string }>(
    'missing',
    (f) => `There is no ${f.what} "${f.id}". It may have been deleted; go back to the list.`,
  ),
  STILL_USED: entry<{ what: string; by: string }>(
    'conflict',
    (f) => `This ${f.what} is still used by ${f.by}. Delete or change that first.`,
  ),
  NAME_TAKEN: entry<{ what: string; name: string }>(
    'conflict',
    (f) => `There is already a ${f.what} called "${f.name}" here. Choose another name.`,
  ),
  ...instrumentErrors,
  ...fieldErrors,
  ...signalErrors,
  ...pictureErrors,
  CHANGED_MEANWHILE: entry<{ what: string }>(
    'conflict',
    (f) => `The ${f.what} was changed elsewhere in the meantime. It has been read again; repeat your change.`,
  ),
  NOTHING_TO_UNDO: entry<{ direction: string }>('conflict', (f) => `There is nothing to ${f.direction}.`),
  STORE_WRITE_REFUSED: entry<{ reason: string }>(
    'internal',
    (f) =>
      `The data directory refused a write (${f.reason}). Nothing was changed. Free some space or check its permissions, then try again.`,
  ),
  STORE_LOCKED: entry<{ directory: string; pid: number }>(
    'conflict',
    (f) =>
      `The data directory ${f.directory} is in use by process ${f.pid}. Stop that one first, or set UNDAMETER_DATA to another directory.`,
  ),
  // figures
  AXIS_ENDS: entry<{ low: number; high: number }>(
    'input',
    (f) =>
      `The axis would go from ${formatValue(f.low)} to ${formatValue(f.high)}. Its lower end must lie below the upper one; to turn it round, choose its direction.`,
  ),
  AXIS_LOG: entry<{ low: number }>(
    'input',
    (f) => `A logarithmic axis cannot hold ${formatValue(f.low)}. Let it begin above zero, or choose a linear one.`,
  ),
  FIGURE_CHARTS_ALIKE: entry<{ id: string }>(
    'input',
    (f) =>
      `Two charts of the figure have the id "${f.id}", by which their dressing is found. Give each one of its own.`,
  ),
  AXIS_CLOCK_LOG: entry<{ axis: string }>(
    'input',
    (f) => `The logarithmic axis of ${f.axis} has no time of day. Make it linear, or choose other numbers.`,
  ),
  AXIS_NO_ORIGIN: entry<{ axis: string }>(
    'input',
    (f) =>
      `The axis of ${f.axis} has no time of day: no file states the moment at which it is zero. Choose hours, minutes, seconds.`,
  ),
  TICK_DISTANCE: entry<{ every: number }>(
    'input',
    (f) =>
      `Marks at a distance of ${formatValue(f.every)} cannot be drawn: it must be above zero. Enter a larger one, or leave it to be chosen.`,
  ),
  TICKS_TOO_MANY: entry<{ every: number; low: number; high: number; most: number }>(
    'input',
    (f) =>
      `The axis goes from ${formatValue(f.low)} to ${formatValue(f.high)}, and marks every ${formatValue(f.every)} would be more than ${formatCount(f.most)}. Enter a larger distance, set the ends of the axis, or lower a series that an offset raises.`,
  ),
  PANEL_UNITS: entry<{ units: string }>(
    'input',
    (f) =>
      `One panel cannot show ${f.units} beside each other: it has two axes. Put a channel into a panel of its own.`,
  ),
  DOCUMENT_NODE: entry<{ where: string; reason: string }>(
    'input',
    (f) => `The report cannot be kept: at ${f.where}, ${f.reason}. Take that part out and try again.`,
  ),
  DOCUMENT_TOO_LARGE: entry<{ what: string; most: number }>(
    'input',
    (f) => `The report has more than ${formatCount(f.most)} ${f.what}. Split it into two reports.`,
  ),
  PICTURE_TOO_LARGE: entry<{ have: number; most: number }>(
    'tooLarge',
    (f) =>
      `A picture of ${formatCount(f.have)} megapixels cannot be drawn; at most ${formatCount(f.most)} are possible. Lower the dpi or the size, or take the SVG or the PDF, which have no pixels.`,
  ),
  FIGURE_SOURCE_FAILED: entry<{ name: string; reason: string }>(
    'input',
    (f) => `There is nothing to draw of "${f.name}": ${f.reason.replace(/\.$/, '')}. Mend it where it is made.`,
  ),
  // the border
  REQUEST_INVALID: entry<{ problem: string }>('input', (f) => `The request does not fit: ${f.problem}.`),
  HOST_REFUSED: entry<{ header: string; value: string }>(
    'refused',
    (f) =>
      `Requests with ${f.header} "${f.value}" are not answered. Open the address that Undameter printed at its start.`,
  ),
  ROUTE_UNKNOWN: entry<{ path: string }>('missing', (f) => `There is nothing at ${f.path}.`),
  METHOD_UNKNOWN: entry<{ method: string; path: string; possible: string }>(
    'method',
    (f) => `${f.method} is not possible at ${f.path}. Possible there: ${f.possible}.`,
  ),
  MEDIA_TYPE_UNKNOWN: entry<{ given: string; taken: string }>(
    'media',
    (f) => `"${f.given}" is not taken here. Send the body as ${f.taken}.`,
  ),
  ETAG_STALE: entry<{ what: string; now: string }>(
    'stale',
    (f) =>
      `The ${f.what} was changed since you read it; its ETag is now ${f.now}. Read it again, then send the change once more.`,
  ),
  CANCELLED: entry<{ what: string }>('conflict', (f) => `The ${f.what} was cancelled. Nothing was kept of it.`),
  TOO_MANY_JOBS: entry<{ have: number; what: string }>(
    'conflict',
    (f) => `${formatCount(f.have)} ${f.what} are under way, which is as many as may be. Wait for one, or stop one.`,
  ),
  INTERNAL: entry<{ reference: string }>(
    'internal',
    (f) =>
      `Something went wrong inside Undameter (reference ${f.reference}). Nothing was changed; the server's log has the details.`,
  ),
} as const;

export type ErrorCode = keyof typeof catalogue;
export type FactsOf<C extends ErrorCode> = Parameters<(typeof catalogue)[C]['say']>[0];
