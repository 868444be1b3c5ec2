/**
 * The one number formatter: true minus, thin-space groups, and never more digits than
 * the number has.
 */
const THIN = '\u202f';
const MINUS = '−';

/** A whole number with groups: 12 140. */
export const formatCount = (value: number): string => grouped(Math.round(value).toString());

/**
 * A value with so many decimals: 1 234.50.
 * @param isGrouped  thin spaces between thousands
 */
export const formatGrouped = (value: number, decimals: number, isGrouped = true): string => {
  const text = grouped(value.toFixed(decimals));
  return isGrouped ? text : text.replaceAll(THIN, '');
};

/**
 * A value to a number of significant digits; powers of ten where the number is very large or small.
 * @param digits  significant digits, default 5
 */
export function formatValue(value: number, digits = 5): string {
  if (!Number.isFinite(value)) return '–';
  if (value === 0) return '0';
  const exponent = Math.floor(Math.log10(Math.abs(value)));
  if (exponent < -4 || exponent >= 9) return withPower(Number(value.toExponential(digits - 1)).toExponential());
  const text = Number(value.toPrecision(digits)).toFixed(Math.max(0, digits - 1 - exponent));
  return grouped(text.includes('.') ? text.replace(/\.?0+$/, '') : text);
}

/**
 * A value with its uncertainty, both to the second significant digit of the uncertainty:
 * 27.62 and 0.09 become `27.620` and `0.090`. Source: GUM (JCGM 100:2008), 7.2.6.
 */
export function formatWithUncertainty(value: number, uncertainty: number): { value: string; uncertainty: string } {
  if (!(uncertainty > 0) || !Number.isFinite(value)) return { value: formatValue(value), uncertainty: '–' };
  const rounded = Number(uncertainty.toPrecision(2));
  const place = Math.floor(Math.log10(rounded)) - 1;
  const size = Math.max(Math.abs(value), rounded);
  const exponent = Math.floor(Math.log10(size));
  if (exponent >= -4 && exponent < 7 && place <= 0)
    return { value: grouped(value.toFixed(-place)), uncertainty: grouped(rounded.toFixed(-place)) };
  const power = 10 ** exponent;
  const decimals = Math.max(0, exponent - place);
  const tail = `e${exponent < 0 ? MINUS : ''}${Math.abs(exponent)}`;
  return {
    value: grouped((value / power).toFixed(decimals)) + tail,
    uncertainty: (rounded / power).toFixed(decimals) + tail,
  };
}

function grouped(text: string): string {
  const [whole, fraction] = text.replace('-', '').split('.');
  const sign = text.startsWith('-') && Number(text) !== 0 ? MINUS : '';
  const parts = whole!.length > 4 ? whole!.replace(/\B(?=(\d{3})+$)/g, THIN) : whole!;
  return sign + parts + (fraction === undefined ? '' : `.${fraction}`);
}

const withPower = (text: string): string => text.replace('e+', 'e').replace(/-/g, MINUS);
