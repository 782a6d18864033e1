'use client';

import type { OutputResult } from '@/base/job/outputState';
import { Check, TriangleAlert } from 'lucide-react';
import { useEffect, useRef } from 'react';
import type { ProofCheck } from '@/core/proof/proofTypes';

/** What each check of the proof says, for a person. */
const CHECK_TITLES: Readonly<Record<ProofCheck['check'], string>> = {
  1: 'Your file, byte for byte',
  2: 'Everything as it was after each swap',
  3: 'Nothing is hit',
  4: 'Each stop at its place',
  5: 'Heat',
};

/** The proof as plain statements, those that do not hold first. */
export function ProofList({ result }: { result: OutputResult }) {
  const { proof, files, fileName } = result;
  const isWritten = files.length > 0;
  const groups = Object.entries(CHECK_TITLES)
    .map(([number, title]) => ({
      title,
      checks: proof.checks.filter(({ check }) => check === Number(number)),
    }))
    .filter(({ checks }) => checks.length > 0);
  const heading = useRef<HTMLHeadingElement>(null);
  // Where the keyboard has lost its place on the way here, it goes to what came of it.
  useEffect(() => {
    if (document.activeElement === document.body) heading.current?.focus();
  }, [result]);
  return (
    <section aria-labelledby="proof-title" className="pt-5">
      <h2
        ref={heading}
        id="proof-title"
        tabIndex={-1}
        className="text-base font-semibold outline-none"
      >
        {!isWritten
          ? 'No file was written'
          : files.length === 1
            ? 'The file is written'
            : `${files.length} files are written`}
      </h2>
      <p className="text-muted">
        {isWritten
          ? `${fileName} is in your downloads. It was proven before it was handed out:`
          : 'The proof does not hold, so the file was not handed out:'}
      </p>
      {groups.map(({ title, checks }) => (
        <div key={title} className="pt-2">
          <h3 className="text-sm font-semibold">{title}</h3>
          <ul className="grid gap-1 text-sm">
            {checks.map((check, i) => (
              <Statement key={i} check={check} />
            ))}
          </ul>
        </div>
      ))}
    </section>
  );
}

function Statement({ check: { ok, message, line } }: { check: ProofCheck }) {
  const Icon = ok ? Check : TriangleAlert;
  return (
    <li className={`flex gap-2 ${ok ? '' : 'font-medium text-danger'}`}>
      <Icon
        aria-label={ok ? 'Holds' : 'Does not hold'}
        size={16}
        className={`mt-0.5 shrink-0 ${ok ? 'text-accent' : 'text-danger'}`}
      />
      <span>
        {message}
        {!ok && line !== undefined && ` Line ${line} of the output.`}
      </span>
    </li>
  );
}
