import { CircleAlert, Info, TriangleAlert } from 'lucide-react';
import type { Finding, Severity } from '@/core/findings';
import { LineLink } from './LineLink';

const SIGNS: Readonly<Record<Severity, { icon: typeof Info; name: string; colour: string }>> = {
  error: { icon: CircleAlert, name: 'Error', colour: 'text-danger' },
  warning: { icon: TriangleAlert, name: 'Look at this', colour: 'text-caution' },
  note: { icon: Info, name: 'Note', colour: 'text-muted' },
};

interface FindingsListProps {
  readonly findings: readonly Finding[];
  readonly onLine: (line: number) => void;
}

/** What reading found odd or worth saying, with the way to the line. */
export function FindingsList({ findings, onLine }: FindingsListProps) {
  return (
    <section aria-labelledby="findings-title" className="mt-5">
      <h2 id="findings-title" className="pb-1 text-base font-semibold">
        Findings
      </h2>
      {findings.length === 0 && (
        <p className="text-sm text-muted">Nothing odd. Every line was read.</p>
      )}
      <ul className="grid gap-1.5">
        {findings.map(({ severity, message, line }, i) => {
          const { icon: Icon, name, colour } = SIGNS[severity];
          return (
            <li key={i} className="flex gap-2">
              <Icon aria-label={name} size={17} className={`mt-0.5 shrink-0 ${colour}`} />
              <span>
                {message} {line !== null && <LineLink line={line} onLine={onLine} />}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
