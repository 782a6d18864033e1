'use client';

import { DELIVERIES, type Delivery } from '@/core/plan/arrangement';
import { HOME_WORDS } from '@/core/delivery/deliveryText';
import { HOMES, type Home } from '@/core/recipe/betweenFiles';
import { useJob } from '@/base/job/jobContext';
import { changePlan } from '@/store/plans/planStore';

const DELIVERY_NAMES: Readonly<Record<Delivery, string>> = {
  'one-file': 'One file with all swaps',
  'file-per-band': 'One file for each filament in turn',
  'file-per-source': 'One file for each sliced file',
};
const HOME_NAMES: Readonly<Record<Home, string>> = {
  nothing: 'nothing, it keeps its place',
  xy: 'X and Y',
  all: 'all axes',
};

/** As one file, or as several that follow each other; and what is homed in between. */
export function DeliveryChoice() {
  const { plan, reading } = useJob();
  const { delivery, home } = plan;
  const offered = DELIVERIES.filter(
    (one) => one !== 'file-per-source' || reading.sources.length > 1,
  );
  return (
    <fieldset className="mt-4">
      <legend className="pb-1 font-medium">Comes out as</legend>
      {offered.map((one) => (
        <label key={one} className="flex items-center gap-2 py-0.5">
          <input
            type="radio"
            name="delivery"
            checked={delivery === one}
            onChange={() =>
              changePlan(DELIVERY_NAMES[one].toLowerCase(), (now) => ({ ...now, delivery: one }))
            }
            className="size-4 accent-accent"
          />
          {DELIVERY_NAMES[one]}
        </label>
      ))}
      {delivery !== 'one-file' && (
        <>
          <label className="flex items-center gap-2 pt-1.5">
            Homed in between
            <select
              value={home}
              onChange={(event) => {
                const chosen = event.target.value as Home;
                changePlan(`home ${HOME_NAMES[chosen]}`, (now) => ({ ...now, home: chosen }));
              }}
              className="min-w-0 flex-1 rounded-md border border-edge bg-paper px-2 py-1"
            >
              {HOMES.map((one) => (
                <option key={one} value={one}>
                  {HOME_NAMES[one]}
                </option>
              ))}
            </select>
          </label>
          <p className="mt-1.5 rounded-md bg-caution-soft px-3 py-2 text-sm">
            {HOME_WORDS[home]} The bed and the nozzle stay hot between the files: stay with the
            printer.
          </p>
        </>
      )}
    </fieldset>
  );
}
