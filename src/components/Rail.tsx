'use client';

import { Link } from '@/components/Link';
import { usePathname } from 'next/navigation';
import { useEffect, type ComponentType } from 'react';
import { SaveStatus } from './trouble/SaveStatus';
import { Strokes } from './Strokes';
import { followTheme, toggleTheme } from '@/browser/theme';

const ROOMS: readonly { href: string; name: string; icon: ComponentType<{ size: number }> }[] = [
  { href: '/', name: 'Bench', icon: Layers },
  { href: '/shelf', name: 'Shelf', icon: Spools },
  { href: '/printers', name: 'Printers', icon: Nozzle },
  { href: '/pieces', name: 'Pieces', icon: Stairs },
  { href: '/logbook', name: 'Logbook', icon: Notebook },
  { href: '/guide', name: 'Guide', icon: Book },
];

const LOOK =
  'flex flex-col items-center gap-0.5 rounded-md px-2.5 py-1.5 text-xs font-medium max-sm:px-0.5 max-sm:text-[0.66rem] text-muted hover:bg-sunk hover:text-ink aria-[current=page]:bg-accent-soft aria-[current=page]:text-ink';

/** Whether an address lies in a room; jobs belong to none. */
function isIn(path: string, room: string): boolean {
  return path === room || (room !== '/' && path.startsWith(`${room}/`));
}

/** The way between Lamella's rooms: at the left, or at the bottom of a phone. */
export function Rail() {
  const path = usePathname();
  useEffect(followTheme, []);
  return (
    <nav
      aria-label="Main"
      className="sticky bottom-0 z-20 flex shrink-0 items-center gap-1 border-line bg-panel px-2 max-sm:gap-0 max-sm:px-1 max-md:h-14 max-md:border-t md:top-0 md:h-dvh md:w-18 md:flex-col md:border-r md:py-3"
    >
      <Wordmark />
      {ROOMS.map(({ href, name, icon: Icon }) => (
        <Link
          key={href}
          href={href}
          aria-current={isIn(path, href) ? 'page' : undefined}
          className={LOOK}
        >
          <Icon size={20} />
          {name}
        </Link>
      ))}
      <SaveStatus />
      <button
        type="button"
        onClick={toggleTheme}
        aria-label="Theme: change between light and dark"
        className={LOOK}
      >
        <HalfLit size={20} />
        Theme
      </button>
    </nav>
  );
}

/** Two sheets, one over the other. */
function Layers({ size }: { size: number }) {
  return <Strokes size={size} path="M12 4l9 5-9 5-9-5z M3 14l9 5 9-5" />;
}

/** Spools on a shelf, seen from the side. */
function Spools({ size }: { size: number }) {
  return (
    <Strokes
      size={size}
      path="M3 20h18 M5 6v14 M11 6v14 M5 9h6 M5 17h6 M15 6l5 1.5v12.5 M15 6v14"
    />
  );
}

/** A nozzle over a line of filament. */
function Nozzle({ size }: { size: number }) {
  return <Strokes size={size} path="M7 3h10v7l-3.5 5h-3L7 10z M12 15v4 M3 21h18" />;
}

/** Stairs with a ruler beside them. */
function Stairs({ size }: { size: number }) {
  return <Strokes size={size} path="M3 20h5v-4h5v-4h5V8h3 M3 20V8 M3 12h2 M3 8h2 M3 16h2" />;
}

/** A notebook with lines in it. */
function Notebook({ size }: { size: number }) {
  return <Strokes size={size} path="M6 3h13v18H6z M3 8h3 M3 16h3 M10 8h5 M10 12h5 M10 16h3" />;
}

/** An open book. */
function Book({ size }: { size: number }) {
  return (
    <Strokes
      size={size}
      path="M12 7v13 M12 7C9.5 5 6.5 4.5 3 5v13c3.5-.5 6.5 0 9 2 M12 7c2.5-2 5.5-2.5 9-2v13c-3.5-.5-6.5 0-9 2"
    />
  );
}

/** A disc with one side in the light. */
function HalfLit({ size }: { size: number }) {
  return (
    <Strokes
      size={size}
      path="M12 3a9 9 0 1 0 0 18z M12 3a9 9 0 0 1 0 18 M12 8h4.5 M12 12h6 M12 16h4.5"
    />
  );
}

/** Three thin layers, the top one shorter: a lamella. */
function Wordmark() {
  return (
    <svg
      viewBox="0 0 32 32"
      role="img"
      aria-label="Lamella"
      className="size-9 max-md:mr-1 max-sm:hidden md:mb-4"
      fill="currentColor"
    >
      <rect x="4" y="21" width="24" height="5" rx="2.5" />
      <rect x="7" y="13.5" width="18" height="5" rx="2.5" className="fill-accent" />
      <rect x="11" y="6" width="10" height="5" rx="2.5" opacity="0.55" />
    </svg>
  );
}
