'use client';

import { TickInput } from '@/components/form/choices';
import { CodeInput, NumberInput } from '@/components/form/fields';
import type { Printer } from '@/core/printer/printer';

/** How a printer takes commands on which printers differ. */
export function FirmwareFields({ printer }: { readonly printer: Printer }) {
  return (
    <div className="pt-3">
      <h4 className="font-medium">How it takes commands</h4>
      <TickInput<Printer> field="firmware.namesMotors">
        It runs files itself, from a card or its memory
      </TickInput>
      <p className="pb-1 text-sm text-muted">
        {printer.firmware.namesMotors
          ? 'Lamella keeps the motors on with M84 S0 and may release the extruder with M84 E.'
          : 'Lamella keeps the motors on with M17, which no printer mistakes for switching them off. The extruder motor stays on.'}
      </p>
      <NumberInput<Printer>
        field="firmware.longestPushMm"
        label="Longest single extrusion"
        unit="mm"
      />
    </div>
  );
}

const listed = (words: unknown): string => (Array.isArray(words) ? words.join(', ') : '');

/** Which words of its own a printer knows: macros, divided by blanks or commas. */
export function OwnWords() {
  return (
    <div className="pt-3">
      <CodeInput<Printer>
        field="stopWords"
        label="Stop macros"
        textOf={listed}
        empty="none"
        isWide
      />
      <CodeInput<Printer>
        field="macros"
        label="Other macros, at your own risk"
        textOf={listed}
        empty="none"
        isWide
      />
      <p className="text-sm text-muted">
        Only these macros may be used in a swap. Lamella cannot check what they do.
      </p>
    </div>
  );
}
