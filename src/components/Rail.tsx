'use client';

import { Layers2, SunMoon } from 'lucide-react';
import Link from 'next/link';
import { usePathname } from 'next/navigation';
import { toggleTheme } from './theme';

/** The way between Lamella's rooms: at the left, or at the bottom of a phone. */
export function Rail() {
  const path = usePathname();
  const onBench = path === '/';
  return (
    <nav
      aria-label="Main"
      className="sticky bottom-0 z-20 flex shrink-0 items-center gap-1 border-line bg-panel px-2 max-md:h-14 max-md:border-t md:h-dvh md:w-18 md:flex-col md:border-r md:py-3"
    >
      <Wordmark />
      <Link
        href="/"
        aria-current={onBench ? 'page' : undefined}
        className="flex flex-col items-center gap-0.5 rounded-md px-2.5 py-1.5 text-xs font-medium text-muted hover:bg-sunk hover:text-ink aria-[current=page]:bg-accent-soft aria-[current=page]:text-ink"
      >
        <Layers2 aria-hidden size={20} />
        Bench
      </Link>
      <button
        type="button"
        onClick={toggleTheme}
        aria-label="Theme: change between light and dark"
        className="flex flex-col items-center gap-0.5 rounded-md px-2.5 py-1.5 text-xs font-medium text-muted hover:bg-sunk hover:text-ink max-md:ml-auto md:mt-auto"
      >
        <SunMoon aria-hidden size={20} />
        Theme
      </button>
    </nav>
  );
}

/** Three thin layers, the top one shorter: a lamella. */
function Wordmark() {
  return (
    <svg
      viewBox="0 0 32 32"
      role="img"
      aria-label="Lamella"
      className="size-9 max-md:mr-1 md:mb-4"
      fill="currentColor"
    >
      <rect x="4" y="21" width="24" height="5" rx="2.5" />
      <rect x="7" y="13.5" width="18" height="5" rx="2.5" className="fill-accent" />
      <rect x="11" y="6" width="10" height="5" rx="2.5" opacity="0.55" />
    </svg>
  );
}
