import { useId, type ReactNode } from 'react';

interface StorageStripProps {
  readonly title: string;
  readonly words: string;
  readonly busy?: boolean;
  /** What can be done, as buttons. */
  readonly children: ReactNode;
}

/** What stands over every screen while the storage as a whole is in trouble. */
export function StorageStrip({ title, words, busy = false, children }: StorageStripProps) {
  const id = useId();
  return (
    <section
      role="alert"
      aria-labelledby={id}
      aria-busy={busy}
      className="border-b-2 border-danger bg-danger-soft px-6 py-3"
    >
      <h2 id={id} className="font-semibold">
        {title}
      </h2>
      <p className="mt-1 max-w-3xl">{words}</p>
      <div className="mt-2 flex flex-wrap gap-2">{children}</div>
    </section>
  );
}
