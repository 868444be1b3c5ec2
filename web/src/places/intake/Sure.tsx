import type { Because } from '@undameter/core';

/** Why something was understood so, and how sure that is. */
export function Sure({ because: { why, sure } }: { because: Because }) {
  return (
    <>
      <span className={sure === 'a guess' ? 'doubt' : ''}>{sure}</span>: {why}
    </>
  );
}
