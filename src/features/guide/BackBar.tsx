'use client';

import { ArrowLeft } from 'lucide-react';
import { useSyncExternalStore } from 'react';
import { Link } from '@/components/Link';
import { wayBack } from '@/browser/wayBack';

const never = (): (() => void) => () => {};
const found = (): string => {
  const back = wayBack();
  return back ? `${back.name}\n${back.href}` : '';
};

/** The way back to a print or a rehearsal that waits while somebody reads. */
export function BackBar() {
  const [name, href] = useSyncExternalStore(never, found, () => '').split('\n');
  if (!href) return null;
  return (
    <p className="mx-auto max-w-160 pt-4">
      <Link
        href={href}
        className="inline-flex min-h-10 items-center gap-2 rounded-md border border-edge bg-panel px-3 font-medium hover:bg-sunk"
      >
        <ArrowLeft aria-hidden size={16} /> {name}
      </Link>
    </p>
  );
}
