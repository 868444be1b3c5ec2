/**
 * A free name for what is made of another run in the same way: named after that one where the first was named after its
 * own.
 */
export function nameOfSame(
  { name: own, from, to }: { name: string; from: string; to: string },
  taken: ReadonlySet<string>,
): string {
  const wanted = (own.includes(from) ? own.replace(from, to) : `${own}, of ${to}`).slice(0, 110);
  let name = wanted;
  for (let n = 2; taken.has(name); n++) name = `${wanted} (${n})`;
  return name;
}
