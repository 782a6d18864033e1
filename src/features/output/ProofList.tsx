'use client';

import type { OutputResult } from '@/base/job/outputState';
import { Check, TriangleAlert } from 'lucide-react';
import { useEffect, useRef } from 'react';
import type { ProofCheck } from '@/core/proof/proofTypes';

/** What each check of the proof says, for a person. */
const CHECK_TITLES: Readonly<Record<ProofCheck['check'], string>> = {
  1: 'Your file, byte for byte',
  2: 'State restored after each swap',
  3: 'No collisions',
  4: 'Each stop in its place',
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
  // Where the keyboard focus was lost on the way here, it moves to the result.
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
            ? 'File written'
            : `${files.length} files are written`}
      </h2>
      <p className="text-muted">
        {isWritten
          ? `${fileName} is in your downloads. Lamella proved before saving:`
          : 'The proof failed, so no file was saved:'}
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
        aria-label={ok ? 'Passed' : 'Failed'}
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
