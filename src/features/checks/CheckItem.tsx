'use client';

import { Info, OctagonX, TriangleAlert, type LucideIcon } from 'lucide-react';
import { Link } from '@/components/Link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { CHECKS } from '@/core/checks/catalogue';
import type { Check, CheckFix, CheckLevel } from '@/core/checks/check';
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
  readonly check: Check;
  /** What the person has noted; null when the check is open. */
  readonly note: string | null;
}

/** One check: what is so, why it matters, and what helps. */
export function CheckItem({ check, note }: CheckItemProps) {
  const { id, code, level, sentence, layer, fix } = check;
  const { icon: Icon, name, colour } = LOOKS[level];
  const [asking, setAsking] = useState(false);
  const { actions } = useJob();
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
          {note !== null && note !== '' && <p className="pt-1 text-sm">Your note: {note}</p>}
          <div className="flex flex-wrap items-center gap-2 pt-1.5">
            {fix && <FixButton fix={fix} />}
            {layer !== null && (
              <Button
                kind="quiet"
                onClick={() => {
                  showLayer(layer);
                  actions.desk.goTo('plan');
                }}
              >
                Show layer {layer}
              </Button>
            )}
            {note !== null ? (
              <Button
                kind="quiet"
                onClick={() => changePlan('a check', (plan) => withKnown(plan, id, null))}
              >
                Look at it again
              </Button>
            ) : (
              level !== 'will-fail' &&
              !asking && (
                <Button kind="quiet" onClick={() => setAsking(true)}>
                  I know
                </Button>
              )
            )}
          </div>
          {asking && note === null && <NoteForm id={id} onDone={() => setAsking(false)} />}
        </div>
      </div>
    </li>
  );
}

function FixButton({ fix }: { fix: CheckFix }) {
  const { actions } = useJob();
  const router = useRouter();
  const run = (): void => {
    if (fix.kind === 'plan') changePlan(fix.label.toLowerCase(), () => fix.plan);
    else if (fix.to === 'printers') router.push('/printers');
    else if (fix.to === 'new-slice') actions.desk.openNewSlice();
    else if (fix.to === 'filaments' || fix.to === 'leftovers') actions.desk.show(fix.to);
    else actions.desk.goTo(fix.to);
  };
  return <Button onClick={run}>{fix.label}</Button>;
}

/** Asks for a word about why a check may stay as it is. */
function NoteForm({ id, onDone }: { id: string; onDone: () => void }) {
  const [text, setText] = useState('');
  return (
    <form
      className="flex flex-wrap gap-2 pt-2"
      onSubmit={(event) => {
        event.preventDefault();
        changePlan('a check that you know', (plan) => withKnown(plan, id, text.trim()));
        onDone();
      }}
    >
      <input
        autoFocus
        aria-label="Note, if you like"
        placeholder="A note, if you like"
        value={text}
        maxLength={200}
        className="min-w-0 flex-1 rounded-md border border-edge bg-paper px-2 py-1 text-sm placeholder:text-muted"
        onChange={(event) => setText(event.target.value)}
        onKeyDown={(event) => event.key === 'Escape' && onDone()}
      />
      <Button type="submit" kind="primary">
        Keep it as it is
      </Button>
    </form>
  );
}
