/** A typed number with a point or a comma; null where it is none. */
export function typedNumber(text: string | undefined): number | null {
  const tidy = (text ?? '').trim().replace('−', '-').replace(',', '.');
  return tidy !== '' && Number.isFinite(Number(tidy)) ? Number(tidy) : null;
}
