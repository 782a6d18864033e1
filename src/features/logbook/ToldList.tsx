import type { RunEvent } from '@/core/run/following/events';
import { TOLD_WORDS } from '@/base/prints/toldWords';

const moment = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
});

/** All that was told of a run, with its times. */
export function ToldList({ events }: { events: readonly RunEvent[] }) {
  const undone = new Set(events.flatMap((one) => (one.kind === 'undone' ? [one.event] : [])));
  const shown = events.filter(({ kind }) => kind !== 'ticked' && kind !== 'undone');
  return (
    <>
      <h2 id="told-title" className="text-lg font-semibold">
        Entries
      </h2>
      {shown.length === 0 && <p className="text-sm text-muted">Nothing yet.</p>}
      <ol className="pt-1 text-sm">
        {shown.map((event) => (
          <li
            key={event.id}
            className={`flex gap-3 border-t border-line py-1 ${undone.has(event.id) ? 'text-muted line-through' : ''}`}
          >
            <span className="w-28 shrink-0 tabular-nums">{moment.format(event.at)}</span>
            <span className="min-w-0 wrap-anywhere">
              {TOLD_WORDS[event.kind]}
              {event.kind === 'note' && `: ${event.text}`}
              {event.kind === 'loaded' && `: ${event.letter}`}
              {event.kind === 'failed' && event.what !== '' && `: ${event.what}`}
            </span>
          </li>
        ))}
      </ol>
    </>
  );
}
