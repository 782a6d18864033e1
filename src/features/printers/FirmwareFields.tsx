'use client';

import { NumberField } from '@/components/NumberField';
import { Tick } from '@/components/Tick';
import type { Printer } from '@/core/printer/printer';
import { MacroField } from './MacroField';

interface FieldsProps {
  readonly printer: Printer;
  readonly set: (change: Partial<Printer>) => void;
}

/** How a printer takes commands on which printers differ. */
export function FirmwareFields({ printer, set }: FieldsProps) {
  const { firmware } = printer;
  return (
    <div className="pt-3">
      <h4 className="font-medium">How it takes commands</h4>
      <Tick
        checked={firmware.namesMotors}
        onChange={(namesMotors) => set({ firmware: { ...firmware, namesMotors } })}
      >
        It runs files by itself, from a card or its memory
      </Tick>
      <p className="pb-1 text-sm text-muted">
        {firmware.namesMotors
          ? 'Lamella keeps the motors by M84 S0, and may let the extruder go by M84 E.'
          : 'Lamella keeps the motors by M17, which no printer takes for “let go”. The extruder stays held.'}
      </p>
      <NumberField
        label="Most filament in one go"
        unit="mm"
        min={5}
        max={500}
        value={firmware.longestPushMm}
        onChange={(longestPushMm) =>
          longestPushMm !== null && set({ firmware: { ...firmware, longestPushMm } })
        }
      />
    </div>
  );
}

/** Which words of its own a printer knows. */
export function OwnWords({ printer, set }: FieldsProps) {
  return (
    <div className="pt-3">
      <MacroField
        label="Macros that stop it"
        words={printer.stopWords}
        onChange={(stopWords) => set({ stopWords })}
      />
      <MacroField
        label="Other macros you answer for"
        words={printer.macros}
        onChange={(macros) => set({ macros })}
      />
      <p className="text-sm text-muted">
        Only these may stand in a swap. What they do is taken at the printer’s word.
      </p>
    </div>
  );
}
