'use client';

import { useEffect, useState } from 'react';
import { Button } from '@/components/Button';
import { useJob } from '@/base/job/jobContext';
import { rememberTourSeen, wasTourSeen } from './tourSeen';

interface TourStep {
  /** The part of the desk it speaks of, by its `data-tour`. */
  readonly part: string;
  readonly title: string;
  readonly text: string;
}

const STEPS: readonly TourStep[] = [
  {
    part: 'core',
    title: 'The core is your print, standing up',
    text: 'Each bar is a layer. Scroll or press ↑ and ↓ to step through them. The notches are steps, where a raised shape starts.',
  },
  {
    part: 'bands',
    title: 'Swap where a step is',
    text: 'Press N for the next step and S to add a swap before it. Drag its flag to move it. Z undoes each change.',
  },
  {
    part: 'sheet',
    title: 'See it before you print it',
    text: 'Press V for other views: the layer, the finished look from above and below, the change at a step, and the side.',
  },
  {
    part: 'ribbon',
    title: 'Know when to be there',
    text: 'The ribbon is the print over time. Set your start; every swap then shows its clock time.',
  },
  {
    part: 'write',
    title: 'Write the file',
    text: 'Lamella inserts the stops and proves the file before saving it. All actions: Ctrl+K. All shortcuts: ?.',
  },
];

/** A short way round the Plan station. Nothing is locked while it is there. */
export function Tour({ asked, onClose }: { asked: boolean; onClose: () => void }) {
  const { job } = useJob();
  const [offered, setOffered] = useState(() => job.isDemo && !wasTourSeen());
  const [index, setIndex] = useState(0);
  const open = asked || offered;
  const step = STEPS[index];

  useEffect(() => {
    if (!open) return;
    const part = document.querySelector<HTMLElement>(`[data-tour="${step.part}"]`);
    part?.setAttribute('data-tour-shown', '');
    return () => part?.removeAttribute('data-tour-shown');
  }, [open, step.part]);

  if (!open) return null;
  const end = (): void => {
    rememberTourSeen();
    setOffered(false);
    setIndex(0);
    onClose();
  };
  const isLast = index === STEPS.length - 1;
  return (
    <section
      aria-label="Tour"
      className="fixed bottom-36 left-1/2 z-30 w-[min(27rem,92vw)] -translate-x-1/2 rounded-lg border-2 border-accent bg-panel p-4 shadow-lg"
    >
      <p className="text-sm text-muted">
        {index + 1} of {STEPS.length}
      </p>
      <h2 className="text-base font-semibold">{step.title}</h2>
      <p className="mt-1 text-sm">{step.text}</p>
      <div className="mt-3 flex gap-2">
        <Button kind="primary" onClick={() => (isLast ? end() : setIndex(index + 1))}>
          {isLast ? 'Done' : 'Next'}
        </Button>
        {!isLast && <Button onClick={end}>Skip tour</Button>}
      </div>
    </section>
  );
}
