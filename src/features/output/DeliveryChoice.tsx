'use client';

import { RadioGroup } from '@/components/controls/RadioGroup';
import { SelectField } from '@/components/controls/Select';
import { DELIVERIES, type Delivery } from '@/core/plan/arrangement';
import { homeWords } from '@/core/delivery/deliveryText';
import { HOMES, type Home } from '@/core/recipe/betweenFiles';
import { AskHoming } from '@/base/prints/AskHoming';
import { useJob } from '@/base/job/jobContext';
import { changePlan } from '@/store/plans/planStore';

const DELIVERY_NAMES: Readonly<Record<Delivery, string>> = {
  'one-file': 'One file with all swaps',
  'file-per-band': 'One file for each filament in turn',
  'file-per-source': 'One file for each sliced file',
};
const HOME_NAMES: Readonly<Record<Home, string>> = {
  nothing: 'nothing, it keeps its position',
  xy: 'X and Y',
  all: 'all axes',
};

/** As one file, or as several that follow each other; and what is homed in between. */
export function DeliveryChoice() {
  const { plan, reading, printer } = useJob();
  const { delivery, home } = plan;
  const offered = DELIVERIES.filter(
    (one) => one !== 'file-per-source' || reading.sources.length > 1,
  );
  return (
    <section aria-labelledby="delivery" className="mt-4">
      <h3 id="delivery" className="pb-1 font-medium">
        Output
      </h3>
      <RadioGroup
        label="Output"
        value={delivery}
        choices={offered.map((one) => ({ value: one, words: DELIVERY_NAMES[one] }))}
        onChange={(next) =>
          changePlan(DELIVERY_NAMES[next].toLowerCase(), (now) => ({ ...now, delivery: next }))
        }
      />
      {delivery !== 'one-file' && (
        <>
          <SelectField
            label="Homed in between"
            value={home}
            options={HOMES.map((one) => ({ value: one, words: HOME_NAMES[one] }))}
            onChange={(chosen) =>
              changePlan(`home ${HOME_NAMES[chosen]}`, (now) => ({ ...now, home: chosen }))
            }
          />
          <p className="mt-1.5 rounded-md bg-caution-soft px-3 py-2 text-sm">
            {homeWords(home, printer)} The bed and nozzle stay hot between the files: stay with the
            printer.
          </p>
          {home === 'all' && <AskHoming printer={printer} printerId={plan.printerId} />}
        </>
      )}
    </section>
  );
}
