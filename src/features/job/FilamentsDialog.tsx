'use client';

import { Dialog } from 'radix-ui';
import { DialogFrame } from '@/components/DialogFrame';
import { Swatch } from '@/components/Swatch';
import { withFilament } from '@/core/plan/bandEdits';
import { HATCHES, type Hatch, type PaletteFilament } from '@/core/plan/palette';
import { changePlan } from '@/store/planStore';
import { useJob } from './jobContext';
import { SpoolMenu } from './SpoolMenu';

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
  const { plan, checks } = useJob();
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
    changePlan(`filament ${letter}`, (plan) => withFilament(plan, { ...filament, ...part }));
  return (
    <li className="flex flex-wrap items-center gap-2">
      <Swatch filament={filament} />
      <SpoolMenu filament={filament} />
      <input
        key={name}
        aria-label={`Name of filament ${letter}`}
        defaultValue={name}
        maxLength={60}
        className={`${FIELD} min-w-0 flex-1`}
        onBlur={(event) => {
          const typed = event.target.value.trim();
          if (typed === '') event.target.value = name;
          else if (typed !== name) change({ name: typed });
        }}
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
        <input
          key={hidingDepth}
          type="number"
          aria-label={`Hiding depth of filament ${letter}, mm`}
          min={0}
          max={20}
          step={0.1}
          defaultValue={hidingDepth}
          className={`${FIELD} w-18`}
          onBlur={(event) => {
            const typed = event.target.valueAsNumber;
            if (!(typed >= 0 && typed <= 20)) event.target.value = String(hidingDepth);
            else if (typed !== hidingDepth) change({ hidingDepth: typed });
          }}
        />
        mm
      </label>
    </li>
  );
}
