'use client';

import { BookOpenText, Layers2, Library, NotebookPen, SunMoon } from 'lucide-react';
import { Link } from '@/components/Link';
import { usePathname } from 'next/navigation';
import { useEffect, type ComponentType } from 'react';
import { SaveStatus } from './SaveStatus';
import { followTheme, toggleTheme } from './theme';

const ROOMS: readonly { href: string; name: string; icon: ComponentType<{ size: number }> }[] = [
  { href: '/', name: 'Bench', icon: Layers2 },
  { href: '/shelf', name: 'Shelf', icon: Library },
  { href: '/printers', name: 'Printers', icon: Nozzle },
  { href: '/logbook', name: 'Logbook', icon: NotebookPen },
  { href: '/guide', name: 'Guide', icon: BookOpenText },
];

const LOOK =
  'flex flex-col items-center gap-0.5 rounded-md px-2.5 py-1.5 text-xs font-medium max-sm:px-1.5 text-muted hover:bg-sunk hover:text-ink aria-[current=page]:bg-accent-soft aria-[current=page]:text-ink';

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
      className="sticky bottom-0 z-20 flex shrink-0 items-center gap-1 border-line bg-panel px-2 max-md:h-14 max-md:border-t md:top-0 md:h-dvh md:w-18 md:flex-col md:border-r md:py-3"
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
        <SunMoon aria-hidden size={20} />
        Theme
      </button>
    </nav>
  );
}

/** A nozzle over a line of filament. */
function Nozzle({ size }: { size: number }) {
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 24 24"
      fill="none"
      stroke="currentColor"
      strokeWidth="2"
      strokeLinejoin="round"
      strokeLinecap="round"
      aria-hidden
    >
      <path d="M7 3h10v7l-3.5 5h-3L7 10z M12 15v4 M3 21h18" />
    </svg>
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
