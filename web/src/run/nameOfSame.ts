/** A free name for what is made of another run in the same way: named after that one where the first was named after its own. */
export function nameOfSame(
  { run, from, to }: { run: string; from: string; to: string },
  taken: ReadonlySet<string>,
): string {
  const wanted = (run.includes(from) ? run.replace(from, to) : `${run}, of ${to}`).slice(0, 110);
  let name = wanted;
  for (let n = 2; taken.has(name); n++) name = `${wanted} (${n})`;
  return name;
}
