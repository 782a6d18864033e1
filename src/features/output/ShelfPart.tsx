'use client';

import { Button } from '@/components/Button';
import { Switch } from '@/components/controls/Switch';
import { formatGrams } from '@/core/format';
import { useJob } from '@/base/job/jobContext';
import { freeSpools, reserveSpools, takeOffShelf } from '@/features/output/reserveSpools';
import { useOutputSettings } from '@/store/settings/settings';

/** What the print takes of the shelf: reserve it beforehand, take it off when it is printed. */
export function ShelfPart() {
  const { job, needs, actions } = useJob();
  const { reserves } = useOutputSettings();
  const isReserved = needs.some(({ spool }) => spool.reserved.some((one) => one.jobId === job.id));
  return (
    <section aria-labelledby="shelf-title" className="pt-5">
      <h2 id="shelf-title" className="text-base font-semibold">
        From the shelf
      </h2>
      {needs.length === 0 ? (
        <p className="text-sm text-muted">
          No filament of this plan comes from a spool yet.{' '}
          <Button kind="quiet" onClick={() => actions.desk.show('filaments')}>
            Choose spools
          </Button>
        </p>
      ) : (
        <>
          <ul className="text-sm">
            {needs.map(({ spool, grams }) => (
              <li key={spool.id} className="flex justify-between gap-3 border-b border-line py-1">
                <span>{spool.name}</span>
                <span>
                  {formatGrams(grams)}
                  <span className="text-muted">
                    {' '}
                    of{' '}
                    {spool.gramsLeft === null ? 'an unknown amount' : formatGrams(spool.gramsLeft)}
                  </span>
                </span>
              </li>
            ))}
          </ul>
          <div className="flex flex-wrap gap-2 pt-2">
            {isReserved ? (
              <Button onClick={() => freeSpools(job, needs)}>Release reservation</Button>
            ) : (
              <Button onClick={() => reserveSpools(job, needs)}>Reserve filament</Button>
            )}
            <Button onClick={() => takeOffShelf(job, needs)}>Deduct from spools</Button>
          </div>
          <Switch
            checked={reserves}
            onChange={(next) => useOutputSettings.setState({ reserves: next })}
          >
            <span className="text-sm">Reserve the filament whenever a file is written</span>
          </Switch>
        </>
      )}
    </section>
  );
}
