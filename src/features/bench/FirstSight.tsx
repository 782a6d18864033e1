'use client';

import { FileUp, X } from 'lucide-react';
import dynamic from 'next/dynamic';
import { useRouter } from 'next/navigation';
import { Button } from '@/components/Button';

const StopQuestion = dynamic(() =>
  import('@/base/prints/StopQuestion').then((one) => one.StopQuestion),
);

interface FirstSightProps {
  /** The hide plate of the demo; null when it was deleted. */
  readonly tryId: string | null;
  readonly onOpen: () => void;
  readonly onDismiss: () => void;
}

/** What Lamella is for, for who sees it for the first time: one line, one picture, two ways in. */
export function FirstSight({ tryId, onOpen, onDismiss }: FirstSightProps) {
  const router = useRouter();
  return (
    <section
      aria-label="What Lamella does"
      className="relative flex flex-wrap items-center gap-x-8 gap-y-3 rounded-lg bg-sheet px-6 py-4"
    >
      <div className="min-w-0 flex-1 basis-72">
        <p className="max-w-xl text-xl leading-snug font-semibold text-ink">
          Print in several colours with one nozzle: Lamella finds the layers, stops the printer
          where you swap filament, and tells you when to be there.
        </p>
        <div className="mt-3 flex flex-wrap gap-2">
          <Button kind="primary" onClick={onOpen}>
            <FileUp aria-hidden size={16} />
            Open file…
          </Button>
          {tryId !== null && (
            <Button onClick={() => router.push(`/jobs/${tryId}`)}>Try the hide plate</Button>
          )}
        </div>
        <StopQuestion />
      </div>
      <div
        role="img"
        aria-label="A relief of a marsh in five colours, printed with four swaps"
        className="aspect-[760/420] w-[min(22rem,100%)] bg-[url(/first-sight.webp)] bg-contain bg-center bg-no-repeat"
      />
      <button
        type="button"
        aria-label="Hide introduction"
        onClick={onDismiss}
        className="absolute top-2 right-2 rounded p-1 text-ink hover:bg-panel"
      >
        <X aria-hidden size={16} />
      </button>
    </section>
  );
}
