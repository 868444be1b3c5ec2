import { runsOf } from '@undameter/writing';

/** A text of ours as it is printed: what is raised or lowered, symbols slanted. */
export const RunsOf = ({ text }: { text: string }) => (
  <>
    {runsOf(text).map(({ text: part, italic, shift }, i) => {
      const set = italic ? <i>{part}</i> : part;
      if (shift === 'raised') return <sup key={i}>{set}</sup>;
      return shift === 'lowered' ? <sub key={i}>{set}</sub> : <span key={i}>{set}</span>;
    })}
  </>
);
