'use client';

import { Check, ChevronDown } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { MENU } from '@/components/menuLook';
import { Swatch } from '@/components/Swatch';
import { overlays } from '@/browser/overlays';
import { filamentOf, type JobPlan } from '@/core/plan/jobPlan';

interface FilamentChoiceProps {
  /** What it is the filament of, as it is read out. */
  readonly name: string;
  readonly plan: JobPlan;
  readonly letter: string;
  readonly onChoose: (letter: string) => void;
  /** Shows the digit keys by which the palette's filaments are chosen. */
  readonly hasKeys?: boolean;
}

/** A filament of the palette, and the palette to choose another. */
export function FilamentChoice({ name, plan, letter, onChoose, hasKeys }: FilamentChoiceProps) {
  const filament = filamentOf(plan, letter);
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger className="flex min-w-0 items-center gap-2 rounded-md py-0.5 pr-2 font-semibold hover:bg-sunk">
        <Swatch filament={filament} />
        <span className="sr-only">
          {name}: {letter}
        </span>
        <span className="truncate">{filament.name}</span>
        <ChevronDown aria-hidden size={16} className="text-muted" />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal container={overlays()}>
        <DropdownMenu.Content align="start" sideOffset={4} className={MENU}>
          <DropdownMenu.RadioGroup value={letter} onValueChange={onChoose}>
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
                {hasKeys && (
                  <kbd className="ml-auto pl-4 font-mono text-xs text-muted">{i + 1}</kbd>
                )}
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
