'use client';

import { usePathname } from 'next/navigation';
import { useEffect, useRef } from 'react';
import { Link } from './Link';

/** How a station stands: a number to look at, a word, or nothing to say. */
export interface StationNote {
  readonly text: string;
  readonly words: string;
  readonly isTrouble: boolean;
}

const STATIONS = [
  { path: '/model', name: 'Model' },
  { path: '/read', name: 'Read' },
  { path: '', name: 'Plan' },
  { path: '/recipe', name: 'Recipe' },
  { path: '/checks', name: 'Checks' },
  { path: '/output', name: 'Output' },
  { path: '/attend', name: 'At the printer' },
] as const;

/** The name of a station in a job's address. */
type StationPath = (typeof STATIONS)[number]['path'];

interface StationLinksProps {
  readonly jobId: string;
  readonly notes?: Readonly<Partial<Record<StationPath, StationNote | null>>>;
  /** Whether the job is a model that is not sliced yet: it is measured, and there is no file to read. */
  readonly isModel?: boolean;
}

/** A job's stations in working order; each says how it stands. */
export function StationLinks({ jobId, notes = {}, isModel = false }: StationLinksProps) {
  const current = usePathname();
  const row = useRef<HTMLElement>(null);
  // On a phone the row is longer than the screen, and begins with the station that is open in sight.
  useEffect(() => {
    const open = row.current?.querySelector<HTMLElement>('[aria-current="page"]');
    if (!row.current || !open) return;
    row.current.scrollLeft = open.offsetLeft - (row.current.clientWidth - open.offsetWidth) / 2;
  }, [current]);
  return (
    <nav
      ref={row}
      aria-label="Stations"
      className="relative flex gap-1 max-md:order-3 max-md:w-full max-md:overflow-x-auto md:flex-wrap"
    >
      {STATIONS.filter(({ path }) => path !== (isModel ? '/read' : '/model')).map(
        ({ path, name }) => {
          const href = `/jobs/${jobId}${path}`;
          const note = notes[path];
          return (
            <Link
              key={path}
              href={href}
              aria-current={current === href ? 'page' : undefined}
              className="flex items-center gap-1.5 rounded-md px-2.5 py-1.5 font-medium whitespace-nowrap text-muted max-md:min-h-11 hover:bg-sunk hover:text-ink aria-[current=page]:bg-accent-soft aria-[current=page]:text-ink"
            >
              {name}
              {note && (
                <span
                  className={`rounded-full px-1.5 text-xs ${note.isTrouble ? 'bg-caution-soft text-caution' : 'bg-sunk text-ink'}`}
                >
                  {note.text}
                  <span className="sr-only"> {note.words}</span>
                </span>
              )}
            </Link>
          );
        },
      )}
    </nav>
  );
}
