'use client';

import { leftOutOf, type LeftOut } from '@/core/write/leftOut';
import { useSlicedJob } from '@/base/job/jobContext';

const WHY: Readonly<Record<LeftOut['why'], string>> = {
  'start block': 'its start: the first file homes, heats and primes',
  'end block': 'its end: the last file switches heaters and motors off',
  skirt: 'its skirt: it would be an obstacle or in the air',
  'purge block': 'a purge block, not needed for hand swaps',
};

/** What of several files is not printed, and why, by the lines of each. */
export function LeftOutList() {
  const { reading, arrangement } = useSlicedJob();
  if (reading.sources.length === 1 && arrangement.leftOut.length === 0) return null;
  const left = leftOutOf(reading, arrangement);
  return (
    <section aria-labelledby="left-out-title" className="pt-5">
      <h2 id="left-out-title" className="text-base font-semibold">
        Left out
      </h2>
      <ul className="grid gap-1 text-sm">
        {left.map(({ why, start, firstLine, lastLine }) => {
          const file = reading.sources.findLast((one) => one.start <= start) ?? reading.sources[0];
          const before = file.firstLine - 1;
          return (
            <li key={`${start}`}>
              <span className="font-medium">{file.name}</span>, lines {firstLine - before} to{' '}
              {lastLine - before}: <span className="text-muted">{WHY[why]}.</span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
