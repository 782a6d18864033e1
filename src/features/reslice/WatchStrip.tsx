import { Button } from '@/components/Button';
import type { FileWatch } from './useWatchedFile';

const WORDS = {
  watching: (name: string) => `Watching ${name}: it is read again when you re-slice it.`,
  asleep: (name: string) => `${name} on your disk can be read again once you allow it.`,
  lost: (name: string) => `${name} was moved or cannot be read.`,
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
      {stage === 'asleep' && <Button onClick={watch.wake}>Allow watching</Button>}
      {stage === 'lost' && <Button onClick={watch.choose}>Choose file…</Button>}
      <Button kind="quiet" onClick={watch.stop}>
        Stop watching
      </Button>
    </div>
  );
}
