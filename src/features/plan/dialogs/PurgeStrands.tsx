'use client';

import { Disclosure } from '@/components/controls/Disclosure';
import { NumberField } from '@/components/form/NumberField';
import { Swatch } from '@/components/Swatch';
import {
  otherPairs,
  pairPurge,
  withOwnPurge,
  type PairPurge,
  type PurgeInputs,
} from '@/core/filament/purgeTable';
import { formatGrams } from '@/core/format';
import { SET, USUAL } from '@/core/measured/origin';
import { OriginNote } from '@/base/prints/OriginNote';
import type { PurgeBounds } from '@/core/log/seams';
import { filamentOf } from '@/core/plan/jobPlan';
import type { PaletteFilament } from '@/core/filament/palette';
import { useJob } from '@/base/job/jobContext';
import { changePlan } from '@/store/plans/planStore';

interface PurgeStrandsProps {
  /** What each swap purges, from the bed up. */
  readonly purges: readonly PairPurge[];
  readonly used: readonly PaletteFilament[];
  readonly inputs: PurgeInputs;
}

/**
 * The filament that comes out of the nozzle at each swap, drawn as long as it is against the others, in the
 * order of printing; and below, the pairs that this plan does not meet.
 */
export function PurgeStrands({ purges, used, inputs }: PurgeStrandsProps) {
  const { plan, bands } = useJob();
  const longest = Math.max(...purges.map(({ mm }) => mm), 1);
  const others = otherPairs(used, purges);
  return (
    <>
      <ol aria-label="Purge of each swap" className="grid gap-2.5">
        {purges.map((purge, i) => {
          const from = filamentOf(plan, purge.from);
          const to = filamentOf(plan, purge.to);
          return (
            <li key={i} className="grid gap-x-4 sm:grid-cols-[minmax(0,1fr)_auto]">
              <div className="min-w-0">
                <p className="text-sm">
                  Before layer {bands[i + 1].first}, {from.letter} to {to.letter}:{' '}
                  {purge.mm.toFixed(0)} mm, {purge.mm3.toFixed(0)} mm³, {formatGrams(purge.grams)}
                </p>
                <div aria-hidden className="mt-1 flex items-center gap-1.5">
                  <Swatch filament={from} size={20} />
                  <span className="h-2.5 flex-1">
                    <Strand from={from} to={to} share={purge.mm / longest} />
                  </span>
                  <Swatch filament={to} size={20} />
                </div>
              </div>
              <PairField from={from} to={to} inputs={inputs} label="your own" />
            </li>
          );
        })}
      </ol>
      {others.length > 0 && (
        <Disclosure className="mt-3" title="Other pairs of these colours">
          <ul aria-label="Other pairs" className="mt-1 grid gap-x-8 sm:grid-cols-2">
            {others.map(({ from, to }) => (
              <li key={from.letter + to.letter}>
                <PairField
                  from={from}
                  to={to}
                  inputs={inputs}
                  label={`${from.letter} to ${to.letter}`}
                />
              </li>
            ))}
          </ul>
        </Disclosure>
      )}
    </>
  );
}

interface PairProps {
  readonly from: PaletteFilament;
  readonly to: PaletteFilament;
}

/** One length of filament: the old colour, which turns into the new one. */
function Strand({ from, to, share }: PairProps & { readonly share: number }) {
  return (
    <span
      className="block h-full min-w-1 rounded-full border border-edge"
      style={{
        width: `${share * 100}%`,
        background: `linear-gradient(to right, ${from.colour}, ${to.colour})`,
      }}
    />
  );
}

/** One ordered pair: the person's own value, or the model's in the empty field. */
function PairField({
  from,
  to,
  inputs,
  label,
}: PairProps & { readonly inputs: PurgeInputs; readonly label: string }) {
  const { reckoned } = useJob();
  const own = pairPurge(from, to, inputs);
  // Without an own value it is what was learned, or what the model says.
  const model = pairPurge(from, to, { ...inputs, own: own.isOwn ? [] : reckoned.plan.purges });
  const seen = reckoned.purges.find((one) => one.from === from.letter && one.to === to.letter);
  return (
    <>
      <NumberField
        label={label}
        name={`Purge from ${from.name} to ${to.name}, mm`}
        unit="mm"
        max={1000}
        empty={model.mm.toFixed(0)}
        value={own.isOwn ? own.mm : null}
        onChange={(mm) =>
          changePlan(`purge from ${from.letter} to ${to.letter}`, (plan) => ({
            ...plan,
            purges: withOwnPurge(plan.purges, from.letter, to.letter, mm),
          }))
        }
      />
      <span className="block">
        <OriginNote origin={own.isOwn ? SET : (seen?.bounds.origin ?? USUAL)} />
        {seen && !own.isOwn && <span className="text-xs text-muted">{seenWords(seen.bounds)}</span>}
      </span>
    </>
  );
}

/** What earlier prints say of a purge besides: `: tinted up to 60 mm, clean from 100 mm`. */
function seenWords({ tooShort, enough }: PurgeBounds): string {
  const words = [
    tooShort === null ? [] : `tinted up to ${tooShort.toFixed(0)} mm`,
    enough === null ? [] : `clean from ${enough.toFixed(0)} mm`,
  ].flat();
  return words.length === 0 ? '' : `: ${words.join(', ')}`;
}
