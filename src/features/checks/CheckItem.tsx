'use client';

import { FIELD } from '@/components/controls/fieldLook';
import { Info, OctagonX, TriangleAlert, type LucideIcon } from 'lucide-react';
import { Link } from '@/components/Link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { CHECKS } from '@/core/checks/catalogue';
import type { Check, CheckFix, CheckLevel } from '@/core/checks/check';
import type { CheckEntry } from '@/core/checks/gather';
import { Disclosure } from '@/components/controls/Disclosure';
import { titleOf } from '@/core/guide/pages';
import { withKnown } from '@/core/plan/jobPlan';
import { useJob } from '@/base/job/jobContext';
import { changePlan } from '@/store/plans/planStore';
import { showLayer } from '@/store/plans/viewStore';

const LOOKS: Readonly<Record<CheckLevel, { icon: LucideIcon; name: string; colour: string }>> = {
  'will-fail': { icon: OctagonX, name: 'Will fail', colour: 'text-danger' },
  'may-fail': { icon: TriangleAlert, name: 'May fail', colour: 'text-caution' },
  'good-to-know': { icon: Info, name: 'Good to know', colour: 'text-muted' },
};

interface CheckItemProps {
  readonly entry: CheckEntry;
  /** What the person has noted; null when it is open. */
  readonly note: string | null;
}

/** Checks of one kind: what is so, why it matters, where it is, and what helps. */
export function CheckItem({ entry, note }: CheckItemProps) {
  const { code, level, sentence, checks, fix } = entry;
  const { icon: Icon, name, colour } = LOOKS[level];
  const [asking, setAsking] = useState(false);
  const ids = checks.map(({ id }) => id);
  return (
    <li className="rounded-md border border-line bg-panel px-3 py-2.5">
      <div className="flex gap-2.5">
        <Icon aria-label={name} size={18} className={`mt-0.5 shrink-0 ${colour}`} />
        <div className="min-w-0 flex-1">
          <p className="font-medium">{sentence}</p>
          <p className="text-sm text-muted">
            {CHECKS[code].why}{' '}
            <Link
              href={`/guide/${CHECKS[code].page}`}
              className="whitespace-nowrap text-ink underline decoration-edge underline-offset-2 hover:decoration-accent"
            >
              Guide: {titleOf(CHECKS[code].page)}
            </Link>
          </p>
          {checks.length > 1 && <Places checks={checks} />}
          {note !== null && note !== '' && <p className="pt-1 text-sm">Your note: {note}</p>}
          <div className="flex flex-wrap items-center gap-2 pt-1.5">
            {fix && <FixButton fix={fix} />}
            {checks.length === 1 && <ShowLayer layer={checks[0].layer} />}
            {note !== null ? (
              <Button
                kind="quiet"
                onClick={() => changePlan('known check', (plan) => withKnown(plan, ids, null))}
              >
                Reopen
              </Button>
            ) : (
              level !== 'will-fail' &&
              !asking && (
                <Button kind="quiet" onClick={() => setAsking(true)}>
                  Mark as known
                </Button>
              )
            )}
          </div>
          {asking && note === null && <NoteForm ids={ids} onDone={() => setAsking(false)} />}
        </div>
      </div>
    </li>
  );
}

/** Where checks of one kind are, each in its own words. */
function Places({ checks }: { checks: readonly Check[] }) {
  return (
    <Disclosure title={`${checks.length} places`} className="text-sm">
      <ul className="grid gap-0.5 pb-1 pl-5.5">
        {checks.map((check) => (
          <li key={check.id} className="flex flex-wrap items-center gap-x-2">
            <span className="min-w-0">{check.sentence}</span>
            <ShowLayer layer={check.layer} />
          </li>
        ))}
      </ul>
    </Disclosure>
  );
}

function ShowLayer({ layer }: { layer: number | null }) {
  const { actions } = useJob();
  if (layer === null) return null;
  return (
    <Button
      kind="quiet"
      onClick={() => {
        showLayer(layer);
        actions.desk.goTo('plan');
      }}
    >
      Show layer {layer}
    </Button>
  );
}

function FixButton({ fix }: { fix: CheckFix }) {
  const { actions } = useJob();
  const router = useRouter();
  const run = (): void => {
    if (fix.kind === 'plan') changePlan(fix.label.toLowerCase(), fix.edit);
    else if (fix.to === 'printers') router.push('/printers');
    else if (fix.to === 'new-slice') actions.desk.openNewSlice();
    else if (fix.to === 'filaments' || fix.to === 'leftovers') actions.desk.show(fix.to);
    else actions.desk.goTo(fix.to);
  };
  return <Button onClick={run}>{fix.label}</Button>;
}

/** Asks for a word about why a check may stay as it is. */
function NoteForm({ ids, onDone }: { ids: readonly string[]; onDone: () => void }) {
  const [text, setText] = useState('');
  return (
    <form
      className="flex flex-wrap gap-2 pt-2"
      onSubmit={(event) => {
        event.preventDefault();
        changePlan('known check', (plan) => withKnown(plan, ids, text.trim()));
        onDone();
      }}
    >
      <input
        autoFocus
        aria-label="Note (optional)"
        placeholder="Note (optional)"
        value={text}
        maxLength={200}
        className={`${FIELD} min-w-0 flex-1 text-sm`}
        onChange={(event) => setText(event.target.value)}
        onKeyDown={(event) => event.key === 'Escape' && onDone()}
      />
      <Button type="submit" kind="primary">
        Mark as known
      </Button>
    </form>
  );
}
