'use client';

import { useState, type ReactNode } from 'react';
import { Button } from '@/components/Button';
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
} from '@/core/filament/shelf/spool';
import { shelf } from '@/store/shelf';
import { ColourFromPhoto } from './ColourFromPhoto';

const FIELD = 'rounded-md border border-edge bg-paper px-2 py-1';

interface SpoolFormProps {
  readonly spool: Spool;
  readonly onClose: () => void;
}

interface PartProps {
  readonly spool: Spool;
  readonly set: (change: Partial<Spool>) => void;
}

/** All that is known of a spool. Nothing is stored before Save is pressed. */
export function SpoolForm({ spool: given, onClose }: SpoolFormProps) {
  const [spool, setSpool] = useState(given);
  const set = (change: Partial<Spool>): void => setSpool((one) => ({ ...one, ...change }));
  const isGood = spool.name.trim() !== '';
  return (
    <form
      onSubmit={async (event) => {
        event.preventDefault();
        // A form that could not be saved stays open, with all that was typed.
        if (isGood && (await shelf.save([{ ...spool, name: spool.name.trim() }], [given])))
          onClose();
      }}
    >
      <div className="grid gap-x-8 gap-y-3 sm:grid-cols-2">
        <Part title="The spool">
          <What spool={spool} set={set} />
        </Part>
        <Part title="How much is left">
          <Amount spool={spool} set={set} />
        </Part>
        <Part title="How it prints">
          <Printing spool={spool} set={set} />
        </Part>
        <Part title="How it covers">
          <Covering spool={spool} set={set} />
        </Part>
      </div>
      <label className="flex items-start gap-2 pt-3">
        <span className="pt-1">Note</span>
        <textarea
          value={spool.note}
          maxLength={500}
          rows={2}
          className={`flex-1 ${FIELD}`}
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

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <fieldset>
      <legend className="pb-0.5 font-semibold">{title}</legend>
      {children}
    </fieldset>
  );
}

function What({ spool, set }: PartProps) {
  return (
    <>
      <label className="flex min-h-8 items-center gap-2 py-0.5">
        <span>Name</span>
        <input
          value={spool.name}
          maxLength={60}
          required
          className={`min-w-0 flex-1 ${FIELD}`}
          onChange={(event) => set({ name: event.target.value })}
        />
      </label>
      <label className="flex min-h-8 items-center gap-2 py-0.5">
        <span className="flex-1">Material</span>
        <select
          value={spool.family}
          className={FIELD}
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
      <div className="flex min-h-8 flex-wrap items-center gap-2 py-0.5">
        <label className="flex flex-1 items-center gap-2">
          <span className="flex-1">Colour</span>
          <input
            type="color"
            value={spool.colour}
            className="h-8 w-14 cursor-pointer rounded-md border border-edge bg-paper p-1"
            onChange={(event) => set({ colour: event.target.value })}
          />
        </label>
        <ColourFromPhoto onColour={(colour) => set({ colour })} />
      </div>
      <Day label="Opened" value={spool.openedOn} onChange={(openedOn) => set({ openedOn })} />
      <Day label="Dried" value={spool.driedOn} onChange={(driedOn) => set({ driedOn })} />
    </>
  );
}

interface DayProps {
  readonly label: string;
  readonly value: string | null;
  readonly onChange: (value: string | null) => void;
}

function Day({ label, value, onChange }: DayProps) {
  return (
    <label className="flex min-h-8 items-center gap-2 py-0.5">
      <span className="flex-1">{label}</span>
      <input
        type="date"
        value={value ?? ''}
        className={FIELD}
        onChange={(event) => onChange(event.target.value === '' ? null : event.target.value)}
      />
    </label>
  );
}

function Amount({ spool, set }: PartProps) {
  const [weighed, setWeighed] = useState<number | null>(null);
  return (
    <>
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
      {weighed !== null && spool.emptySpoolGrams === null && (
        <p className="text-sm text-muted">Say what the empty spool weighs, and it is counted.</p>
      )}
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
      <NumberField
        label="Diameter"
        unit="mm"
        min={1}
        max={4}
        value={spool.diameter}
        onChange={(diameter) => diameter !== null && set({ diameter })}
      />
    </>
  );
}

function Printing({ spool, set }: PartProps) {
  const range = (name: 'nozzle' | 'bed', part: Partial<HeatRange>): void =>
    set({ [name]: { ...spool[name], ...part } });
  return (
    <>
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
        label="Melts at most"
        unit="mm³/s"
        min={0.1}
        max={200}
        empty="unknown"
        value={spool.topFlow}
        onChange={(topFlow) => set({ topFlow })}
      />
    </>
  );
}

function Covering({ spool, set }: PartProps) {
  return (
    <>
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
      <p className="pt-1 text-sm text-muted">
        Lightness and stain follow the colour while they are empty. They decide how much is purged.
      </p>
    </>
  );
}
