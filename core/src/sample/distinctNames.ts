/** Names of channels for a sentence: where several have one name, with the symbol behind it. */
export function distinctNames(channels: readonly { name: string; symbol: string }[]): string[] {
  const count = new Map<string, number>();
  for (const { name } of channels) count.set(name, (count.get(name) ?? 0) + 1);
  return channels.map(({ name, symbol }) => (count.get(name)! > 1 ? `${name} ${symbol}` : name));
}
