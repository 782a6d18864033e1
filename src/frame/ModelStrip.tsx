import { Button } from '@/components/Button';

/** Over a job that is a model: what its numbers are worth, and the way on. */
export function ModelStrip({ onSliced }: { readonly onSliced: () => void }) {
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-line bg-accent-soft px-4 py-1 text-sm">
      <p className="min-w-0 flex-1">
        Not sliced yet: times and grams are rough, perhaps a third off. Heights are exact.
      </p>
      <Button onClick={onSliced}>Open sliced file</Button>
    </div>
  );
}
