import { Button } from '@/components/Button';
import type { FileWatch } from './useWatchedFile';

const WORDS = {
  watching: (name: string) => `Watches ${name}: when you slice it anew, it is read by itself.`,
  asleep: (name: string) => `${name} on your disk may be read again once you allow it.`,
  lost: (name: string) => `${name} is not where it was, or cannot be read.`,
} as const;

/** Says which file on the disk is watched, and what is in the way of it. */
export function WatchStrip({ watch }: { watch: FileWatch }) {
  const { stage, name } = watch;
  if (stage === 'off') return null;
  return (
    <div
      role="status"
      className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-line bg-sunk px-4 py-1 text-sm"
    >
      <p className="mr-auto wrap-anywhere">{WORDS[stage](name)}</p>
      {stage === 'asleep' && <Button onClick={watch.wake}>Watch it again</Button>}
      {stage === 'lost' && <Button onClick={watch.choose}>Choose it again</Button>}
      <Button kind="quiet" onClick={watch.stop}>
        Stop watching
      </Button>
    </div>
  );
}
