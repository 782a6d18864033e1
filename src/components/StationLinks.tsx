'use client';

import { usePathname } from 'next/navigation';
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
  return (
    <nav aria-label="Stations" className="flex flex-wrap gap-1">
      {STATIONS.filter(({ path }) => path !== (isModel ? '/read' : '/model')).map(
        ({ path, name }) => {
          const href = `/jobs/${jobId}${path}`;
          const note = notes[path];
          return (
            <Link
              key={path}
              href={href}
              aria-current={current === href ? 'page' : undefined}
              className="flex items-center gap-1.5 rounded-md px-2.5 py-1.5 font-medium text-muted hover:bg-sunk hover:text-ink aria-[current=page]:bg-accent-soft aria-[current=page]:text-ink"
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
