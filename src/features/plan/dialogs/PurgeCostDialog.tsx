'use client';

import { Dialog } from 'radix-ui';
import { object, string } from 'yup';
import { Button } from '@/components/Button';
import { DialogFrame } from '@/components/DialogFrame';
import { NumberInput, TextInput } from '@/components/form/fields';
import { optionalNumberRule } from '@/components/form/rules';
import { withField } from '@/components/form/saving';
import { SavedForm } from '@/components/form/SavedForm';
import { costOf, type CostSettings, type PrintCost } from '@/core/filament/cost';
import { leastWaste, rowWaste, type PairPurge } from '@/core/filament/purgeTable';
import { formatGrams, plural } from '@/core/format';
import { withLetters } from '@/core/plan/edits/bandEdits';
import { useCostSettings } from '@/store/settings/settings';
import { changePlan } from '@/store/plans/planStore';
import { CostChart } from './CostChart';
import { PurgeStrands } from './PurgeStrands';
import { useJob } from '@/base/job/jobContext';

interface PurgeCostDialogProps {
  readonly open: boolean;
  readonly onClose: () => void;
}

/** What is purged between the plan's filaments, and what the print costs. */
export function PurgeCostDialog({ open, onClose }: PurgeCostDialogProps) {
  return (
    <Dialog.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <DialogFrame
        title="Purge and cost"
        description="The purge at each swap until the old colour is gone, in printing order. The estimate depends on how light and dark the colours are; enter your own value where you know better."
      >
        <Tables />
      </DialogFrame>
    </Dialog.Root>
  );
}

function Tables() {
  const { plan, bands, printer, spools, purges, timeline, analysis } = useJob();
  const inputs = { own: plan.purges, spools, filamentDiameter: printer.filamentDiameter };
  const used = plan.palette.filter(({ letter }) =>
    bands.some(({ filament }) => filament.letter === letter),
  );
  const settings = useCostSettings();
  const row = bands.map(({ filament }) => filament);
  const waste = purges.reduce((sum, { grams }) => sum + grams, 0);
  const isFree = new Set(row).size === row.length;
  const best = isFree ? leastWaste(row, inputs) : row;
  const saved = rowWaste(row, inputs) - rowWaste(best, inputs);
  return (
    <>
      {used.length < 2 ? (
        <p className="text-muted">With one colour there is nothing to purge.</p>
      ) : (
        <PurgeStrands purges={purges} used={used} inputs={inputs} />
      )}
      <PurgeSum purges={purges} />
      {saved > 0.05 && (
        <p className="flex flex-wrap items-center gap-2 pt-1">
          In the order {best.map(({ letter }) => letter).join(', ')} the plan would purge{' '}
          {formatGrams(waste - saved)}, if you are free to choose the colours.
          <Button
            onClick={() =>
              changePlan('order with the least waste', (one) =>
                withLetters(
                  one,
                  bands,
                  best.map(({ letter }) => letter),
                ),
              )
            }
          >
            Use this order
          </Button>
        </p>
      )}
      <Cost
        cost={costOf(bands, purges, {
          spools,
          settings,
          seconds: timeline.total,
          parts: analysis.objects,
          filamentDiameter: printer.filamentDiameter,
        })}
        parts={analysis.objects}
      />
    </>
  );
}

/** What all swaps of the plan purge together. */
function PurgeSum({ purges }: { purges: readonly PairPurge[] }) {
  const sum = (of: (purge: PairPurge) => number): number =>
    purges.reduce((total, one) => total + of(one), 0);
  return (
    <p className="pt-3">
      This plan purges <strong>{formatGrams(sum(({ grams }) => grams))}</strong> in{' '}
      {plural(purges.length, 'swap')}: {sum(({ mm }) => mm).toFixed(0)} mm,{' '}
      {sum(({ mm3 }) => mm3).toFixed(0)} mm³.
    </p>
  );
}

/** What the plate costs, filament by filament, and what power costs. */
function Cost({ cost, parts }: { cost: PrintCost; parts: number }) {
  const { plan } = useJob();
  const settings = useCostSettings();
  const money = (value: number): string => `${value.toFixed(2)} ${settings.currency}`;
  const nameOf = (letter: string): string =>
    plan.palette.find((one) => one.letter === letter)?.name ?? letter;
  return (
    <section aria-labelledby="cost-title" className="pt-5">
      <h3 id="cost-title" className="font-semibold">
        Cost
      </h3>
      <table className="w-full border-collapse text-sm">
        <thead>
          <tr className="border-b border-line text-left text-muted">
            <th scope="col" className="py-1 font-normal">
              Filament
            </th>
            <th scope="col" className="text-right font-normal">
              Printed
            </th>
            <th scope="col" className="text-right font-normal">
              Purged
            </th>
            <th scope="col" className="text-right font-normal">
              Price
            </th>
          </tr>
        </thead>
        <tbody>
          {cost.filaments.map(({ letter, printedGrams, purgedGrams, price }) => (
            <tr key={letter} className="border-b border-line">
              <td className="py-1">
                {letter} {nameOf(letter)}
              </td>
              <td className="text-right">{formatGrams(printedGrams)}</td>
              <td className="text-right">{formatGrams(purgedGrams)}</td>
              <td className="text-right">{price === null ? 'no price' : money(price)}</td>
            </tr>
          ))}
          {cost.powerPrice !== null && (
            <tr className="border-b border-line">
              <td className="py-1" colSpan={3}>
                Power
              </td>
              <td className="text-right">{money(cost.powerPrice)}</td>
            </tr>
          )}
          <tr className="font-semibold">
            <td className="py-1" colSpan={3}>
              {parts > 1 ? `The plate; one of ${parts} parts: ${money(cost.perPart)}` : 'Together'}
            </td>
            <td className="text-right">{money(cost.total)}</td>
          </tr>
        </tbody>
      </table>
      <CostChart cost={cost} palette={plan.palette} money={money} />
      {cost.unknown.length > 0 && (
        <p className="pt-1 text-sm text-muted">
          Without {cost.unknown.map(nameOf).join(', ')}: choose spools that have a price.
        </p>
      )}
      <Prices />
    </section>
  );
}

const priceRules = object({
  currency: string().max(4),
  watts: optionalNumberRule(0, 5000),
  pricePerKwh: optionalNumberRule(0, 100),
});

/** What the person says of money. */
function Prices() {
  const settings = useCostSettings();
  return (
    <SavedForm<CostSettings>
      values={settings}
      rules={priceRules}
      onSave={(path, value) => useCostSettings.setState((now) => withField(now, path, value))}
    >
      <div className="grid gap-x-6 pt-2 text-sm sm:grid-cols-3">
        <TextInput<CostSettings> field="currency" label="Currency" most={4} className="w-14" />
        <NumberInput<CostSettings> field="watts" label="Printer power" unit="W" empty="–" />
        <NumberInput<CostSettings>
          field="pricePerKwh"
          label="Price per kWh"
          unit={settings.currency}
          empty="–"
        />
      </div>
    </SavedForm>
  );
}
