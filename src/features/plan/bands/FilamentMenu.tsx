'use client';

import { Check, ChevronDown } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { Swatch } from '@/components/Swatch';
import type { Band } from '@/core/plan/bands';
import { setFilament } from '@/store/planStore';
import type { OpenedJob } from '@/features/job/jobContext';

/** A band's filament, and the palette to choose another. */
export function FilamentMenu({ view, band }: { view: OpenedJob; band: Band }) {
  const { plan, reading } = view;
  const { filament } = band;
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger className="flex min-w-0 items-center gap-2 rounded-md py-0.5 pr-2 font-semibold hover:bg-sunk">
        <Swatch filament={filament} />
        <span className="sr-only">
          Filament of layers {band.first} to {band.last}: {filament.letter}
        </span>
        <span className="truncate">{filament.name}</span>
        <ChevronDown aria-hidden size={16} className="text-muted" />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="start"
          sideOffset={4}
          className="z-30 min-w-52 rounded-md border border-edge bg-panel p-1"
        >
          <DropdownMenu.RadioGroup
            value={filament.letter}
            onValueChange={(letter) => setFilament(band.first, letter, reading.layers.length)}
          >
            {plan.palette.map((one, i) => (
              <DropdownMenu.RadioItem
                key={one.letter}
                value={one.letter}
                className="flex items-center gap-2 rounded px-2 py-1 outline-none data-[highlighted]:bg-accent-soft"
              >
                <Swatch filament={one} size={24} />
                {one.name}
                <DropdownMenu.ItemIndicator>
                  <Check aria-hidden size={16} />
                </DropdownMenu.ItemIndicator>
                <kbd className="ml-auto pl-4 font-mono text-xs text-muted">{i + 1}</kbd>
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
