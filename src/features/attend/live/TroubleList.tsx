import { Link } from '@/components/Link';
import { titleOf } from '@/core/guide/pages';
import { TROUBLES } from '@/core/run/troubles';

/** Answers to trouble: short, in order, with what can hurt. */
export function TroubleList() {
  return (
    <section aria-labelledby="trouble-title" className="rounded-lg border border-line bg-panel p-4">
      <h2 id="trouble-title" className="pb-1 text-lg font-semibold">
        Something is wrong
      </h2>
      {TROUBLES.map(({ id, title, steps, caution, page }) => (
        <details key={id} className="border-t border-line first-of-type:border-0">
          <summary className="min-h-11 cursor-pointer py-2.5 font-medium">{title}</summary>
          {caution && <p className="rounded-md bg-caution-soft px-3 py-2 text-sm">{caution}</p>}
          <ol className="grid list-decimal gap-1 py-2 pl-6">
            {steps.map((step) => (
              <li key={step}>{step}</li>
            ))}
          </ol>
          <p className="pb-2 text-sm">
            <Link href={`/guide/${page}`} className="text-accent underline underline-offset-2">
              {titleOf(page)}
            </Link>
          </p>
        </details>
      ))}
    </section>
  );
}
