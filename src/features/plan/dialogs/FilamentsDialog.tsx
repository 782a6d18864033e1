'use client';

import { Dialog } from 'radix-ui';
import { DialogFrame } from '@/components/DialogFrame';
import { InlineNumber } from '@/components/InlineNumber';
import { Swatch } from '@/components/Swatch';
import { useTyped } from '@/browser/useTyped';
import { filamentOf } from '@/core/plan/jobPlan';
import { withFilament } from '@/core/plan/edits/bandEdits';
import { HATCHES, type Hatch } from '@/core/filament/hatches';
import type { PaletteFilament } from '@/core/filament/palette';
import { changePlan } from '@/store/plans/planStore';
import { useJob } from '@/base/job/jobContext';
import { usePlanFindings } from '@/base/work/PlanFindings';
import { SpoolMenu } from '@/features/plan/pickers/SpoolMenu';

interface FilamentsDialogProps {
  readonly open: boolean;
  readonly onClose: () => void;
}

const HATCH_NAMES: Readonly<Record<Hatch, string>> = {
  plain: 'none',
  rising: 'rising lines',
  falling: 'falling lines',
  level: 'level lines',
  upright: 'upright lines',
  dots: 'dots',
  cross: 'crossed lines',
};

const FIELD = 'rounded border border-edge bg-paper px-2 py-1';

/** The filaments of the plan: give them the names and colours of the spools at hand. */
export function FilamentsDialog({ open, onClose }: FilamentsDialogProps) {
  const { plan } = useJob();
  const { checks } = usePlanFindings();
  const alike = checks.filter(({ code }) => code.startsWith('alike-'));
  return (
    <Dialog.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <DialogFrame
        title="Filaments of this plan"
        description="Take them from your shelf, or name and colour them yourself. The hiding depth is how thick a filament must lie over another colour until that one no longer shows through."
      >
        <ul className="grid gap-2">
          {plan.palette.map((filament) => (
            <FilamentRow key={filament.letter} filament={filament} />
          ))}
        </ul>
        {alike.map(({ id, sentence }) => (
          <p key={id} role="status" className="mt-3 rounded-md bg-caution-soft px-3 py-1.5 text-sm">
            {sentence}
          </p>
        ))}
      </DialogFrame>
    </Dialog.Root>
  );
}

function FilamentRow({ filament }: { filament: PaletteFilament }) {
  const { letter, name, colour, hatch, hidingDepth } = filament;
  const change = (part: Partial<PaletteFilament>): void =>
    changePlan(`filament ${letter}`, (plan) =>
      withFilament(plan, { ...filamentOf(plan, letter), ...part }),
    );
  const { text, onType, onLeave } = useTyped(name, (typed) => {
    const trimmed = typed.trim();
    if (trimmed !== '' && trimmed !== name) change({ name: trimmed });
  });
  return (
    <li className="flex flex-wrap items-center gap-2">
      <Swatch filament={filament} />
      <SpoolMenu filament={filament} />
      <input
        aria-label={`Name of filament ${letter}`}
        value={text}
        maxLength={60}
        className={`${FIELD} min-w-0 flex-1`}
        onChange={(event) => onType(event.target.value)}
        onBlur={onLeave}
      />
      <input
        type="color"
        aria-label={`Colour of filament ${letter}`}
        value={colour}
        className="h-8 w-10 cursor-pointer rounded border border-edge bg-paper"
        onChange={(event) => change({ colour: event.target.value })}
      />
      <select
        aria-label={`Hatch of filament ${letter}`}
        value={hatch}
        className={FIELD}
        onChange={(event) => change({ hatch: event.target.value as Hatch })}
      >
        {HATCHES.map((one) => (
          <option key={one} value={one}>
            {HATCH_NAMES[one]}
          </option>
        ))}
      </select>
      <label className="flex items-center gap-1 text-sm">
        hides at
        <InlineNumber
          name={`Hiding depth of filament ${letter}, mm`}
          min={0}
          max={20}
          step={0.1}
          value={hidingDepth}
          className={`${FIELD} w-18`}
          onChange={(typed) => change({ hidingDepth: typed })}
        />
        mm
      </label>
    </li>
  );
}
