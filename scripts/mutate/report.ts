/** A deliberate fault and what became of it. */
export interface Fault {
  file: string;
  line: number;
  /** As the tool says it: Killed, Timeout, Survived, NoCoverage, or that the fault could not be tried. */
  status: string;
  kind: string;
  replacement: string;
}

const noticed = ({ status }: Fault): boolean => status === 'Killed' || status === 'Timeout';
const missed = ({ status }: Fault): boolean => status === 'Survived' || status === 'NoCoverage';

/** What was not noticed, and a line for each room: the rate, and whether it reaches its goal. */
export function report(rooms: { room: string; goal: number; faults: Fault[] }[]): string {
  const lines = rooms.flatMap(({ faults }) => faults.filter(missed).map(describe));
  for (const { room, goal, faults } of rooms) {
    const kept = faults.filter(noticed).length;
    const tried = kept + faults.filter(missed).length;
    if (tried === 0) lines.push(`${room}: no fault was tried`);
    else {
      const percent = (share: number): string => `${(100 * share).toFixed(0)} %`;
      const goalMet = kept / tried >= goal ? 'reached' : 'not reached';
      lines.push(
        `${room}: ${kept} of ${tried} faults noticed, ${percent(kept / tried)} (goal ${percent(goal)}, ${goalMet})`,
      );
    }
  }
  return lines.join('\n');
}

const describe = ({ file, line, status, kind, replacement }: Fault): string =>
  `${file}:${line} ${status === 'NoCoverage' ? 'no test runs it' : 'not noticed'}: ${kind} ${replacement.replace(/\s+/g, ' ').slice(0, 70)}`;
