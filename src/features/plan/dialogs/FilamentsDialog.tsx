'use client';

import { Select } from '@/components/controls/Select';
import { Dialog } from 'radix-ui';
import { DialogFrame } from '@/components/DialogFrame';
import { TextField } from '@/components/form/TextField';
import { InlineNumber } from '@/components/form/InlineNumber';
import { SortableList } from '@/components/SortableList';
import { Swatch } from '@/components/Swatch';
import { filamentOf } from '@/core/plan/jobPlan';
import { withFilament } from '@/core/plan/edits/bandEdits';
import { HATCHES, type Hatch } from '@/core/filament/hatches';
import { STARTING_PALETTE, type PaletteFilament } from '@/core/filament/palette';
import { formatMm } from '@/core/format';
import { paletteKey } from '@/core/log/reckon';
import { SET, USUAL } from '@/core/measured/origin';
import { OriginNote } from '@/base/prints/OriginNote';
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

/** The filaments of the plan: give them the names and colours of the spools at hand. */
export function FilamentsDialog({ open, onClose }: FilamentsDialogProps) {
  const { plan } = useJob();
  const { checks } = usePlanFindings();
  const alike = checks.filter(({ code }) => code.startsWith('alike-'));
  return (
    <Dialog.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <DialogFrame
        title="Filaments of this plan"
        description="Choose spools from your shelf, or name and colour filaments yourself. The hiding depth is how thick a filament must be before the colour below no longer shows through."
      >
        <SortableList
          label="Filaments"
          entries={plan.palette.map(({ letter, name }) => ({ key: letter, name }))}
          onOrder={(letters) =>
            changePlan('order of the filaments', (one) => ({
              ...one,
              palette: letters.map((letter) => filamentOf(one, letter)),
            }))
          }
        >
          {(letter) => <FilamentRow filament={filamentOf(plan, letter)} />}
        </SortableList>
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
  return (
    <>
      <Swatch filament={filament} />
      <SpoolMenu filament={filament} />
      <TextField
        label={`Name of filament ${letter}`}
        value={name}
        onChange={(typed) => change({ name: typed })}
      />
      <input
        type="color"
        aria-label={`Colour of filament ${letter}`}
        value={colour}
        className="h-8 w-10 cursor-pointer rounded border border-edge bg-paper"
        onChange={(event) => change({ colour: event.target.value })}
      />
      <Select
        label={`Hatch of filament ${letter}`}
        value={hatch}
        options={HATCHES.map((one) => ({ value: one, words: HATCH_NAMES[one] }))}
        onChange={(next) => change({ hatch: next })}
      />
      <label className="flex items-center gap-1 text-sm">
        hides at
        <InlineNumber
          name={`Hiding depth of filament ${letter}, mm`}
          min={0}
          max={20}
          step={0.1}
          value={hidingDepth}
          className="w-18"
          onChange={(typed) => change({ hidingDepth: typed })}
        />
        mm
      </label>
      <Covering filament={filament} />
    </>
  );
}

/** What test pieces have found of how a filament covers others, and where its own depth comes from. */
function Covering({ filament }: { filament: PaletteFilament }) {
  const { plan, reckoned, learning } = useJob();
  const known = reckoned.plan.palette.find(({ letter }) => letter === filament.letter);
  const over = Object.entries(known?.hidesOver ?? {}).flatMap(([letter, mm]) => {
    const lower = plan.palette.find((one) => one.letter === letter);
    const found = lower && learning.hiding(paletteKey(filament), paletteKey(lower));
    return found ? [{ letter, mm, origin: found.origin }] : [];
  });
  const usual = STARTING_PALETTE.find(({ name }) => name === filament.name)?.hidingDepth;
  const own = filament.hidingDepth === (usual ?? 0.5) ? USUAL : SET;
  return (
    <p className="basis-full pl-10 leading-tight">
      <OriginNote origin={own} />
      {over.map(({ letter, mm, origin }) => (
        <OriginNote key={letter} lead={` · ${formatMm(mm)} mm over ${letter}, `} origin={origin} />
      ))}
    </p>
  );
}
