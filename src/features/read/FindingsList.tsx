import { CircleAlert, Info, TriangleAlert } from 'lucide-react';
import { gatherFindings, type Finding, type Gathered, type Severity } from '@/core/findings';
import { Disclosure } from '@/components/controls/Disclosure';
import { LineLink } from './LineLink';

const SIGNS: Readonly<Record<Severity, { icon: typeof Info; name: string; colour: string }>> = {
  error: { icon: CircleAlert, name: 'Error', colour: 'text-danger' },
  warning: { icon: TriangleAlert, name: 'Warning', colour: 'text-caution' },
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
        <p className="text-sm text-muted">Nothing unusual. Every line was read.</p>
      )}
      <ul className="grid gap-1.5">
        {gatherFindings(findings).map((all) => (
          <FindingEntry key={`${all[0].code} ${all[0].line}`} all={all} onLine={onLine} />
        ))}
      </ul>
    </section>
  );
}

interface FindingEntryProps {
  readonly all: Gathered;
  readonly onLine: (line: number) => void;
}

/** What was found, once, with every line where it was. */
function FindingEntry({ all: [first, ...others], onLine }: FindingEntryProps) {
  const { icon: Icon, name, colour } = SIGNS[first.severity];
  return (
    <li className="flex gap-2">
      <Icon aria-label={name} size={17} className={`mt-0.5 shrink-0 ${colour}`} />
      <div className="min-w-0">
        {first.message} {first.line !== null && <LineLink line={first.line} onLine={onLine} />}
        {others.length > 0 && (
          <Disclosure title={`The same in ${others.length} more places`} className="text-sm">
            <ul className="grid gap-0.5 pl-5.5">
              {others.map(({ message, line }, i) => (
                <li key={i}>
                  {message !== first.message && `${message} `}
                  {line !== null && <LineLink line={line} onLine={onLine} />}
                </li>
              ))}
            </ul>
          </Disclosure>
        )}
      </div>
    </li>
  );
}
