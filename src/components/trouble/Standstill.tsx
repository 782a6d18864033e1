import { Link } from '@/components/Link';
import type { ReactNode } from 'react';

interface StandstillProps {
  readonly title: string;
  /** What it means, and what to do now. */
  readonly children: ReactNode;
  /** Said more quietly below, such as what is safe. */
  readonly note?: string;
  /** Buttons before the link. */
  readonly actions?: ReactNode;
  readonly link?: { readonly href: string; readonly words: string };
  /** Not read out at once: nothing went wrong. */
  readonly isCalm?: boolean;
}

/** A screen that cannot show what was asked for: what happened, and the ways out. */
export function Standstill(props: StandstillProps) {
  const { title, children, note, actions, isCalm = false } = props;
  const { href, words } = props.link ?? { href: '/', words: 'Go to the Bench' };
  return (
    <div role={isCalm ? undefined : 'alert'} className="m-auto w-full max-w-lg p-8">
      <h1 className="text-xl font-semibold">{title}</h1>
      <div className="mt-2">{children}</div>
      {note && <p className="mt-2 text-muted">{note}</p>}
      <div className="mt-4 flex flex-wrap items-center gap-3">
        {actions}
        <Link
          href={href}
          className="inline-flex min-h-6 items-center font-medium text-accent underline"
        >
          {words}
        </Link>
      </div>
    </div>
  );
}
