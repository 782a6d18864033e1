import type { ReactNode } from 'react';

/** A part of a page, under its own heading. */
export function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="pt-5">
      <h2 className="pb-1 text-lg font-semibold">{title}</h2>
      <div className="grid gap-2.5">{children}</div>
    </section>
  );
}

export function Points({ children }: { children: ReactNode }) {
  return <ul className="grid list-disc gap-1.5 pl-5">{children}</ul>;
}

export function Steps({ children }: { children: ReactNode }) {
  return <ol className="grid list-decimal gap-1.5 pl-5">{children}</ol>;
}

/** A drawing with what it shows. */
export function Figure({ caption, children }: { caption: string; children: ReactNode }) {
  return (
    <figure className="my-3 rounded-lg border border-line bg-panel p-4">
      {children}
      <figcaption className="pt-2 text-sm text-muted">{caption}</figcaption>
    </figure>
  );
}

/** Where something can hurt a person or the house. */
export function Caution({ children }: { children: ReactNode }) {
  return (
    <aside aria-label="Caution" className="mt-4 rounded-md bg-caution-soft px-4 py-3">
      <strong className="text-caution">Caution. </strong>
      {children}
    </aside>
  );
}
