'use client';

import { useEffect, type ReactNode } from 'react';
import { useFormContext, useWatch } from 'react-hook-form';
import { Button } from '@/components/Button';
import { SelectField } from '@/components/controls/Select';
import { LinesInput, NativeInput, NumberInput, TextInput } from '@/components/form/fields';
import { takenBy } from '@/components/form/saving';
import { SubmittedForm } from '@/components/form/SubmittedForm';
import {
  FAMILIES,
  leftByWeight,
  ordinarySpool,
  spoolLightness,
  spoolStain,
  type Spool,
} from '@/core/filament/shelf/spool';
import { formatMm } from '@/core/format';
import { coveredBy } from '@/core/measured/covering';
import { SET, USUAL } from '@/core/measured/origin';
import { OriginNote } from '@/base/prints/OriginNote';
import { measurements, useMeasurements } from '@/store/measurements';
import { shelf, useShelf } from '@/store/shelf';
import { ColourFromPhoto } from './ColourFromPhoto';
import { spoolRules, type SpoolValues } from './spoolRules';

interface SpoolFormProps {
  readonly spool: Spool;
  readonly onClose: () => void;
}

/** All that is known of a spool. Nothing is stored before Save is pressed. */
export function SpoolForm({ spool: given, onClose }: SpoolFormProps) {
  const save = async ({ weighed: _weighed, ...spool }: SpoolValues): Promise<void> => {
    // A form that could not be saved stays open, with all that was typed.
    if (await shelf.save([spool], [given])) onClose();
  };
  return (
    <SubmittedForm<SpoolValues>
      values={{ ...given, weighed: null }}
      rules={spoolRules}
      onSubmit={save}
    >
      <div className="grid gap-x-8 gap-y-3 sm:grid-cols-2">
        <Part title="The spool">
          <What />
        </Part>
        <Part title="How much is left">
          <Amount />
        </Part>
        <Part title="How it prints">
          <Printing />
        </Part>
        <Part title="How it covers">
          <Covering />
        </Part>
      </div>
      <div className="pt-3">
        <LinesInput<SpoolValues> field="note" label="Note" most={500} rows={2} />
      </div>
      <div className="flex gap-2 pt-4">
        <Button kind="primary" type="submit">
          Save
        </Button>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </SubmittedForm>
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

function What() {
  const { setValue, getValues } = useFormContext<SpoolValues>();
  const family = useWatch<SpoolValues, 'family'>({ name: 'family' });
  return (
    <>
      <TextInput<SpoolValues> field="name" label="Name" />
      <SelectField
        label="Material"
        value={family}
        options={FAMILIES.map((one) => ({ value: one, words: one }))}
        onChange={(next) => {
          const { id, name } = getValues();
          const ordinary = ordinarySpool({ id, name, family: next });
          setValue('family', next);
          for (const field of ['density', 'nozzle', 'bed', 'usualNozzle', 'topFlow'] as const) {
            setValue(field, ordinary[field], { shouldValidate: true });
          }
        }}
      />
      <div className="flex min-h-8 flex-wrap items-center gap-2 py-0.5">
        <label className="flex flex-1 items-center gap-2">
          <span className="flex-1">Colour</span>
          <NativeInput<SpoolValues>
            type="color"
            field="colour"
            label="Colour"
            className="h-8 w-14 cursor-pointer rounded-md border border-edge bg-paper p-1"
          />
        </label>
        <ColourFromPhoto onColour={(colour) => setValue('colour', colour)} />
      </div>
      <Day label="Opened" field="openedOn" />
      <Day label="Dried" field="driedOn" />
    </>
  );
}

function Day({ label, field }: { label: string; field: 'openedOn' | 'driedOn' }) {
  return (
    <label className="flex min-h-8 items-center gap-2 py-0.5">
      <span className="flex-1">{label}</span>
      <NativeInput<SpoolValues> type="date" field={field} label={label} />
    </label>
  );
}

/** A number that is being typed; null while it is none. */
function numberAt(values: SpoolValues, path: 'weighed' | 'emptySpoolGrams'): number | null {
  const taken = takenBy(spoolRules, values, path, values[path]);
  return taken.ok ? (taken.value as number | null) : null;
}

function Amount() {
  const { setValue, getValues } = useFormContext<SpoolValues>();
  const typed = useWatch<SpoolValues, ['weighed', 'emptySpoolGrams']>({
    name: ['weighed', 'emptySpoolGrams'],
  });
  const values = { ...getValues(), weighed: typed[0], emptySpoolGrams: typed[1] };
  const weighed = numberAt(values, 'weighed');
  const empty = numberAt(values, 'emptySpoolGrams');
  useEffect(() => {
    if (weighed === null || empty === null) return;
    setValue('gramsLeft', leftByWeight(weighed, empty), { shouldValidate: true });
  }, [weighed, empty, setValue]);
  return (
    <>
      <NumberInput<SpoolValues> field="gramsLeft" label="Left" unit="g" empty="unknown" />
      <NumberInput<SpoolValues>
        field="emptySpoolGrams"
        label="Empty spool weighs"
        unit="g"
        empty="unknown"
      />
      <NumberInput<SpoolValues>
        field="weighed"
        label="Or weight with its reel"
        unit="g"
        empty="–"
      />
      {weighed !== null && empty === null && (
        <p className="text-sm text-muted">
          Enter the weight of the empty spool to calculate what is left.
        </p>
      )}
      <NumberInput<SpoolValues>
        field="pricePerKg"
        label="Price of a kilogram"
        unit=""
        empty="unknown"
      />
      <NumberInput<SpoolValues> field="density" label="Density" unit="g/cm³" />
      <NumberInput<SpoolValues> field="diameter" label="Diameter" unit="mm" />
    </>
  );
}

function Printing() {
  return (
    <>
      <NumberInput<SpoolValues> field="nozzle.from" label="Nozzle from" unit="°C" />
      <NumberInput<SpoolValues> field="nozzle.to" label="Nozzle to" unit="°C" />
      <NumberInput<SpoolValues> field="bed.from" label="Bed from" unit="°C" />
      <NumberInput<SpoolValues> field="bed.to" label="Bed to" unit="°C" />
      <NumberInput<SpoolValues> field="usualNozzle" label="Usually printed at" unit="°C" />
      <NumberInput<SpoolValues>
        field="topFlow"
        label="Melts at most"
        unit="mm³/s"
        empty="unknown"
      />
    </>
  );
}

/** Where the hiding depth comes from, and over which spools it was measured. */
function MeasuredCovering({ spool }: { readonly spool: Pick<Spool, 'id' | 'hidingDepth'> }) {
  const measured = useMeasurements(({ records }) => records);
  const shelved = useShelf(({ records }) => records);
  const usual = ordinarySpool({ id: '', name: '' }).hidingDepth;
  useEffect(() => {
    measurements.load().catch(() => {
      // The station of test pieces says what is wrong.
    });
  }, []);
  const nameOf = (key: string): string => shelved?.find(({ id }) => id === key)?.name ?? key;
  return (
    <p className="-mt-1 leading-tight">
      <OriginNote origin={spool.hidingDepth === usual ? USUAL : SET} />
      {coveredBy(measured ?? [], spool.id).map(({ lower, value, day, times, spread }) => (
        <OriginNote
          key={lower}
          lead={` · ${formatMm(value)} mm over ${nameOf(lower)}, `}
          origin={{ source: 'measured', day, times, spread }}
        />
      ))}
    </p>
  );
}

function Covering() {
  const spool = useWatch<SpoolValues>() as SpoolValues;
  return (
    <>
      <NumberInput<SpoolValues> field="hidingDepth" label="Hides the colour below at" unit="mm" />
      <MeasuredCovering spool={spool} />
      <NumberInput<SpoolValues>
        field="lightness"
        label="Lightness, 0 to 1"
        unit=""
        empty={spoolLightness({ ...spool, lightness: null }).toFixed(2)}
      />
      <NumberInput<SpoolValues>
        field="stain"
        label="Stain, 0.4 to 1.6"
        unit=""
        empty={spoolStain({ ...spool, stain: null }).toFixed(2)}
      />
      <p className="pt-1 text-sm text-muted">
        If empty, lightness and stain follow the colour. They determine the purge length.
      </p>
    </>
  );
}
