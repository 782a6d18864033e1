import { Disclosure } from '@/components/controls/Disclosure';
import { Link } from '@/components/Link';
import { titleOf } from '@/core/guide/pages';
import { TROUBLES } from '@/core/run/troubles';

/** Answers to trouble: short, in order, with what can hurt. */
export function TroubleList() {
  return (
    <section aria-labelledby="trouble-title" className="rounded-lg border border-line bg-panel p-4">
      <h2 id="trouble-title" className="pb-1 text-lg font-semibold">
        Troubleshooting
      </h2>
      {TROUBLES.map(({ id, title, steps, caution, page }) => (
        <Disclosure
          key={id}
          className="border-t border-line first-of-type:border-0"
          title={<>{title}</>}
        >
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
        </Disclosure>
      ))}
    </section>
  );
}
