/** A number rounded to what a hand can mean on an axis: two digits of the span. */
export function roundedTo(value: number, span: number): number {
  const place = 10 ** (Math.floor(Math.log10(span || 1)) - 1);
  return Number((Math.round(value / place) * place).toPrecision(12));
}
