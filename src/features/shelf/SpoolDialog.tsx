'use client';

import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { DialogFrame } from '@/components/DialogFrame';
import { NumberField } from '@/components/NumberField';
import {
  FAMILIES,
  leftByWeight,
  ordinarySpool,
  spoolLightness,
  spoolStain,
  type Family,
  type HeatRange,
  type Spool,
} from '@/core/filament/spool';
import { saveSpools } from '@/store/shelfStore';

interface SpoolDialogProps {
  /** The spool to look at; null for none. */
  readonly spool: Spool | null;
  readonly onClose: () => void;
}

/** All that is known of a spool. Nothing is kept before Save is pressed. */
export function SpoolDialog({ spool, onClose }: SpoolDialogProps) {
  return (
    <Dialog.Root open={spool !== null} onOpenChange={(open) => !open && onClose()}>
      <DialogFrame
        title={spool?.name || 'New spool'}
        description="Only the name has to be there. The rest is ordinary for the material until you know better."
      >
        {spool && <SpoolForm key={spool.id} spool={spool} onClose={onClose} />}
      </DialogFrame>
    </Dialog.Root>
  );
}

function SpoolForm({ spool: given, onClose }: { spool: Spool; onClose: () => void }) {
  const [spool, setSpool] = useState(given);
  const [weighed, setWeighed] = useState<number | null>(null);
  const set = (change: Partial<Spool>): void => setSpool((one) => ({ ...one, ...change }));
  const range = (name: 'nozzle' | 'bed', part: Partial<HeatRange>): void =>
    set({ [name]: { ...spool[name], ...part } });
  const isGood = spool.name.trim() !== '';
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        if (!isGood) return;
        void saveSpools([{ ...spool, name: spool.name.trim() }]);
        onClose();
      }}
    >
      <div className="grid gap-x-8 sm:grid-cols-2">
        <div>
          <label className="flex min-h-8 items-center gap-2 py-0.5">
            <span>Name</span>
            <input
              value={spool.name}
              maxLength={60}
              required
              className="min-w-0 flex-1 rounded-md border border-edge bg-paper px-2 py-1"
              onChange={(event) => set({ name: event.target.value })}
            />
          </label>
          <label className="flex min-h-8 items-center gap-2 py-0.5">
            <span className="flex-1">Material</span>
            <select
              value={spool.family}
              className="rounded-md border border-edge bg-paper px-2 py-1"
              onChange={(event) => {
                const family = event.target.value as Family;
                const { density, nozzle, bed, usualNozzle, topFlow } = ordinarySpool({
                  id: spool.id,
                  name: spool.name,
                  family,
                });
                set({ family, density, nozzle, bed, usualNozzle, topFlow });
              }}
            >
              {FAMILIES.map((family) => (
                <option key={family}>{family}</option>
              ))}
            </select>
          </label>
          <label className="flex min-h-8 items-center gap-2 py-0.5">
            <span className="flex-1">Colour</span>
            <input
              type="color"
              value={spool.colour}
              className="h-8 w-16 cursor-pointer rounded-md border border-edge bg-paper p-1"
              onChange={(event) => set({ colour: event.target.value })}
            />
          </label>
          <NumberField
            label="Left"
            unit="g"
            max={100_000}
            empty="unknown"
            value={spool.gramsLeft}
            onChange={(gramsLeft) => set({ gramsLeft })}
          />
          <NumberField
            label="Empty spool weighs"
            unit="g"
            max={5000}
            empty="unknown"
            value={spool.emptySpoolGrams}
            onChange={(emptySpoolGrams) => set({ emptySpoolGrams })}
          />
          <NumberField
            label="Or weighed with its reel"
            unit="g"
            max={100_000}
            empty="–"
            value={weighed}
            onChange={(grams) => {
              setWeighed(grams);
              if (grams === null || spool.emptySpoolGrams === null) return;
              set({ gramsLeft: leftByWeight(grams, spool.emptySpoolGrams) });
            }}
          />
          <NumberField
            label="Price of a kilogram"
            unit=""
            max={100_000}
            empty="unknown"
            value={spool.pricePerKg}
            onChange={(pricePerKg) => set({ pricePerKg })}
          />
          <NumberField
            label="Density"
            unit="g/cm³"
            min={0.5}
            max={10}
            value={spool.density}
            onChange={(density) => density !== null && set({ density })}
          />
        </div>
        <div>
          {(['nozzle', 'bed'] as const).map((name) =>
            (['from', 'to'] as const).map((end) => (
              <NumberField
                key={name + end}
                label={`${name === 'nozzle' ? 'Nozzle' : 'Bed'} ${end}`}
                unit="°C"
                max={500}
                value={spool[name][end]}
                onChange={(value) => value !== null && range(name, { [end]: value })}
              />
            )),
          )}
          <NumberField
            label="Usually printed at"
            unit="°C"
            min={100}
            max={500}
            value={spool.usualNozzle}
            onChange={(usualNozzle) => usualNozzle !== null && set({ usualNozzle })}
          />
          <NumberField
            label="Hides what is below at"
            unit="mm"
            max={20}
            value={spool.hidingDepth}
            onChange={(hidingDepth) => hidingDepth !== null && set({ hidingDepth })}
          />
          <NumberField
            label="Lightness, 0 to 1"
            unit=""
            max={1}
            empty={spoolLightness({ ...spool, lightness: null }).toFixed(2)}
            value={spool.lightness}
            onChange={(lightness) => set({ lightness })}
          />
          <NumberField
            label="Stain, 0.4 to 1.6"
            unit=""
            max={3}
            empty={spoolStain({ ...spool, stain: null }).toFixed(2)}
            value={spool.stain}
            onChange={(stain) => set({ stain })}
          />
        </div>
      </div>
      <label className="flex items-start gap-2 pt-1">
        <span className="pt-1">Note</span>
        <textarea
          value={spool.note}
          maxLength={500}
          rows={2}
          className="flex-1 rounded-md border border-edge bg-paper px-2 py-1"
          onChange={(event) => set({ note: event.target.value })}
        />
      </label>
      <div className="flex gap-2 pt-4">
        <Button kind="primary" type="submit" disabled={!isGood}>
          Save
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </form>
  );
}
