'use client';

import { Check, ChevronDown } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { contrastOf, type Contrast } from '@/core/filament/colour';
import { fromSpool } from '@/core/filament/shelf/fromSpool';
import type { Spool } from '@/core/filament/shelf/spool';
import { formatGrams } from '@/core/format';
import { withFilament } from '@/core/plan/edits/bandEdits';
import type { Band } from '@/core/plan/work/bands';
import type { PaletteFilament } from '@/core/filament/palette';
import { changePlan } from '@/store/plans/planStore';
import { useShelf } from '@/store/shelf';
import { overlays } from '@/browser/overlays';
import { useJob } from '@/base/job/jobContext';

const CONTRAST_WORDS: Readonly<Record<Contrast, string>> = {
  alike: 'looks alike',
  'alike-for-some': 'alike to colour-blind eyes',
  soft: 'soft step',
  clear: 'clear step',
};

const ITEM =
  'flex cursor-pointer items-center gap-2.5 rounded px-2 py-1 text-sm outline-none data-[highlighted]:bg-accent-soft';

/** Filaments that lie on or under one of a letter, each once. */
function neighboursOf(letter: string, bands: readonly Band[]): PaletteFilament[] {
  const found = bands.flatMap(({ filament }, i) =>
    filament.letter === letter
      ? [...bands.slice(Math.max(0, i - 1), i), ...bands.slice(i + 1, i + 2)]
      : [],
  );
  return [...new Map(found.map(({ filament }) => [filament.letter, filament])).values()];
}

/** Takes a filament of the plan from the shelf, its colours shown beside those they will touch. */
export function SpoolMenu({ filament }: { filament: PaletteFilament }) {
  const { bands } = useJob();
  const shelf = useShelf((state) => state.records) ?? [];
  const chosen = shelf.find(({ id }) => id === filament.spoolId);
  const neighbours = neighboursOf(filament.letter, bands);
  const choose = (id: string): void => {
    const spool = shelf.find((one) => one.id === id);
    const { spoolId: _old, ...own } = filament;
    const next = spool ? fromSpool(filament, spool) : own;
    changePlan(`spool of filament ${filament.letter}`, (plan) => withFilament(plan, next));
  };
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger
        aria-label={`Spool of filament ${filament.letter}: ${chosen?.name ?? 'no spool'}`}
        className="flex w-36 items-center gap-2 rounded border border-edge bg-paper px-2 py-1 text-left"
      >
        <span className="min-w-0 flex-1 truncate">{chosen?.name ?? 'no spool'}</span>
        <ChevronDown aria-hidden size={16} className="text-muted" />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal container={overlays()}>
        <DropdownMenu.Content
          align="start"
          sideOffset={4}
          className="z-50 max-h-(--radix-dropdown-menu-content-available-height) w-88 max-w-[94vw] overflow-y-auto rounded-md border border-edge bg-panel p-1"
        >
          <DropdownMenu.RadioGroup value={chosen?.id ?? ''} onValueChange={choose}>
            <DropdownMenu.RadioItem value="" className={ITEM}>
              no spool, named here
            </DropdownMenu.RadioItem>
            {shelf.map((spool) => (
              <DropdownMenu.RadioItem key={spool.id} value={spool.id} className={ITEM}>
                <Sample spool={spool} neighbours={neighbours} />
                <span className="min-w-0 flex-1">
                  <span className="flex items-center gap-1.5 font-medium">
                    {spool.name}
                    <DropdownMenu.ItemIndicator>
                      <Check aria-hidden size={15} />
                    </DropdownMenu.ItemIndicator>
                  </span>
                  <span className="block text-xs text-muted">
                    {contrastWords(spool, neighbours)}
                  </span>
                </span>
                <span className="text-xs text-muted">
                  {spool.gramsLeft === null ? '?' : formatGrams(spool.gramsLeft)}
                </span>
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** The spool's colour between the colours that it will touch. */
function Sample({ spool, neighbours }: { spool: Spool; neighbours: readonly PaletteFilament[] }) {
  return (
    <span
      aria-hidden
      className="flex h-9 w-7 shrink-0 flex-col overflow-hidden rounded border border-edge"
    >
      {neighbours.slice(0, 1).map((one) => (
        <span key={one.letter} className="flex-1" style={{ backgroundColor: one.colour }} />
      ))}
      <span className="flex-[2]" style={{ backgroundColor: spool.colour }} />
      {neighbours.slice(1).map((one) => (
        <span key={one.letter} className="flex-1" style={{ backgroundColor: one.colour }} />
      ))}
    </span>
  );
}

function contrastWords(spool: Spool, neighbours: readonly PaletteFilament[]): string {
  if (neighbours.length === 0) return spool.family;
  const words = neighbours.map(
    (one) => `${CONTRAST_WORDS[contrastOf(spool, one)]} to ${one.letter}`,
  );
  return `${spool.family} · ${words.join(', ')}`;
}
