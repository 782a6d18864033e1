'use client';

import type { ReactNode } from 'react';
import { Button } from '@/components/Button';
import { NumberField } from '@/components/NumberField';
import { TextField } from '@/components/TextField';
import { Tick } from '@/components/Tick';
import { CommandField } from '@/components/CommandField';
import { problemOf, withOwnStopWord } from '@/core/printer/printerFile';
import { ORDINARY_PROFILE, parkOf, type Printer } from '@/core/printer/printer';
import { canStop, KIND_WORDS, USUAL_COMMAND, type RecipeKind } from '@/core/printer/stopKinds';
import { BedPicture } from './BedPicture';
import { NozzleFields } from './NozzleFields';
import { FirmwareFields, OwnWords } from './FirmwareFields';

interface PrinterFormProps {
  readonly printer: Printer;
  /** Gets a change of the printer as it is stored when the change is. */
  readonly onChange: (edit: (printer: Printer) => Printer) => void;
  /** Begins the questions about which stop it knows. */
  readonly onAsk: () => void;
}

const WAY_NAMES: Readonly<Record<RecipeKind, string>> = {
  'change-command': KIND_WORDS['change-command'].name,
  'pause-command': KIND_WORDS['pause-command'].name,
  'spelled-out': KIND_WORDS['spelled-out'].name,
  'beep-only': KIND_WORDS['beep-only'].name,
  'host-scripts': KIND_WORDS['host-scripts'].name,
};

/** All that a printer's profile says. Every change is kept at once. */
export function PrinterForm({ printer, onChange, onAsk }: PrinterFormProps) {
  const set = (change: Partial<Printer>): void =>
    onChange((now) => withOwnStopWord({ ...now, ...change }));
  return (
    <div className="grid gap-x-8 pt-2 md:grid-cols-2 xl:grid-cols-3">
      <MachinePart printer={printer} set={set} />

      <Part title="The nozzle’s shape">
        <NozzleFields nozzle={printer.nozzle} onChange={set} />
      </Part>
      <SwapPart printer={printer} set={set} onChange={onChange} />

      <StopPart printer={printer} set={set} onAsk={onAsk} />
    </div>
  );
}

/** What the print time depends on. */
function Times({ printer, set }: { printer: Printer; set: (change: Partial<Printer>) => void }) {
  const { heating } = printer;
  return (
    <details className="pt-3">
      <summary className="cursor-pointer font-semibold">Speed and heat, for the print time</summary>
      <Speeds printer={printer} set={set} />
      {(['nozzlePerSecond', 'bedPerSecond'] as const).map((field) => (
        <NumberField
          key={field}
          label={field === 'nozzlePerSecond' ? 'Nozzle heats by' : 'Bed heats by'}
          unit="°C/s"
          min={0.01}
          max={100}
          value={heating[field]}
          onChange={(value) => value !== null && set({ heating: { ...heating, [field]: value } })}
        />
      ))}
      {(['homingSeconds', 'probingSeconds'] as const).map((field) => (
        <NumberField
          key={field}
          label={field === 'homingSeconds' ? 'Homing takes' : 'Probing the bed takes'}
          unit="s"
          max={3600}
          value={printer[field]}
          onChange={(value) => value !== null && set({ [field]: value })}
        />
      ))}
      <p className="pt-1 text-sm text-muted">Limits that a file sets itself count before these.</p>
    </details>
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="pt-3">
      <h3 className="pb-1 text-base font-semibold">{title}</h3>
      {children}
    </section>
  );
}

interface ChoiceProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly options: Readonly<Record<T, string>>;
  readonly onChange: (value: T) => void;
}

function Choice<T extends string>({ label, value, options, onChange }: ChoiceProps<T>) {
  return (
    <label className="flex min-h-8 items-center gap-2 py-0.5">
      <span className="flex-1">{label}</span>
      <select
        value={value}
        onChange={(event) => onChange(event.target.value as T)}
        className="max-w-48 rounded-md border border-edge bg-paper px-2 py-1"
      >
        {Object.entries<string>(options).map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
}

interface MachinePartProps {
  readonly printer: Printer;
  readonly set: (change: Partial<Printer>) => void;
}

function MachinePart({ printer, set }: MachinePartProps) {
  const { volume, bed, feed } = printer;
  return (
    <Part title="The machine">
      <TextField label="Name" value={printer.name} onChange={(name) => set({ name })} />
      {(['x', 'y', 'z'] as const).map((axis) => (
        <NumberField
          key={axis}
          label={{ x: 'Width (X)', y: 'Depth (Y)', z: 'Height (Z)' }[axis]}
          unit="mm"
          min={10}
          max={3000}
          value={volume[axis]}
          onChange={(value) => value !== null && set({ volume: { ...volume, [axis]: value } })}
        />
      ))}
      <Choice
        label="Bed"
        value={bed.shape}
        options={{ rectangle: 'rectangle', round: 'round' }}
        onChange={(shape) => set({ bed: { ...bed, shape } })}
      />
      <Choice
        label="X 0 Y 0 lies"
        value={bed.origin}
        options={{ corner: 'in the front left corner', centre: 'in the middle' }}
        onChange={(origin) => set({ bed: { ...bed, origin } })}
      />
      <NumberField
        label="Nozzle"
        unit="mm"
        min={0.1}
        max={3}
        value={printer.nozzleMm}
        onChange={(nozzleMm) => nozzleMm !== null && set({ nozzleMm })}
      />
      <Choice
        label="Feed"
        value={feed.kind}
        options={{ direct: 'at the nozzle', tube: 'through a guide tube' }}
        onChange={(kind) =>
          set({
            feed: { kind, lengthMm: kind === 'direct' ? 100 : Math.max(350, feed.lengthMm) },
          })
        }
      />
      <NumberField
        label="Filament to pull out"
        unit="mm"
        max={2000}
        value={feed.lengthMm}
        onChange={(lengthMm) => lengthMm !== null && set({ feed: { ...feed, lengthMm } })}
      />
      <FirmwareFields printer={printer} set={set} />
    </Part>
  );
}

interface SwapPartProps {
  readonly printer: Printer;
  readonly set: (change: Partial<Printer>) => void;
  readonly onChange: PrinterFormProps['onChange'];
}

function SwapPart({ printer, set, onChange }: SwapPartProps) {
  const problem = problemOf(printer);
  const { volume, timeouts, brush } = printer;
  return (
    <Part title="At a swap">
      <BedPicture
        printer={printer}
        onPark={(edit) => onChange((now) => ({ ...now, park: edit(parkOf(now)) }))}
      />
      {problem && (
        <p role="alert" className="rounded-md bg-danger-soft px-3 py-2 text-sm">
          {problem}
        </p>
      )}
      <NumberField
        label="Lift above the print by"
        unit="mm"
        max={200}
        value={printer.liftMm}
        onChange={(liftMm) => liftMm !== null && set({ liftMm })}
      />
      <NumberField
        label="Pull back before moving"
        unit="mm"
        max={20}
        value={printer.retractMm}
        onChange={(retractMm) => retractMm !== null && set({ retractMm })}
      />
      <NumberField
        label="Nozzle cools after"
        unit="s"
        min={1}
        max={86400}
        empty="never"
        value={timeouts.nozzleSeconds}
        onChange={(nozzleSeconds) => set({ timeouts: { ...timeouts, nozzleSeconds } })}
      />
      <NumberField
        label="Motors switch off after"
        unit="s"
        min={1}
        max={86400}
        empty="not known"
        value={timeouts.motorSeconds}
        onChange={(motorSeconds) => set({ timeouts: { ...timeouts, motorSeconds } })}
      />
      <Tick
        checked={brush !== null}
        onChange={(has) =>
          set({ brush: has ? { x: 20, y: Math.max(0, volume.y - 5), length: 30, z: 1 } : null })
        }
      >
        It has a brush for the nozzle
      </Tick>
      {brush &&
        (['x', 'y', 'length', 'z'] as const).map((field) => (
          <NumberField
            key={field}
            label={
              { x: 'Brush at X', y: 'Brush at Y', length: 'Its length', z: 'Its height' }[field]
            }
            unit="mm"
            min={field === 'x' || field === 'y' ? -1000 : 0}
            value={brush[field]}
            onChange={(value) => value !== null && set({ brush: { ...brush, [field]: value } })}
          />
        ))}
    </Part>
  );
}

interface StopPartProps {
  readonly printer: Printer;
  readonly set: (change: Partial<Printer>) => void;
  readonly onAsk: PrinterFormProps['onAsk'];
}

function StopPart({ printer, set, onAsk }: StopPartProps) {
  const { understands } = printer;
  return (
    <Part title="Which stop it knows">
      <Choice
        label="Way"
        value={understands.kind}
        options={WAY_NAMES}
        onChange={(kind) => {
          set({ understands: { kind, command: USUAL_COMMAND[kind], testedAt: null } });
        }}
      />
      {understands.kind !== 'beep-only' && (
        <CommandField
          label="By"
          command={understands.command}
          isGood={(command) => canStop(understands.kind, command)}
          onChange={(command) => set({ understands: { ...understands, command, testedAt: null } })}
        />
      )}
      <p className={`py-1 text-sm ${understands.testedAt ? 'text-muted' : 'text-caution'}`}>
        {understands.testedAt
          ? `Tried out on ${understands.testedAt}.`
          : 'Not tried out. Many printers skip a command that they do not know.'}
      </p>
      <Button kind={understands.testedAt ? 'plain' : 'primary'} onClick={onAsk}>
        Find out which stop it knows
      </Button>
      <div className="pt-3">
        <Tick checked={printer.beeper} onChange={(beeper) => set({ beeper })}>
          It can beep
        </Tick>
        <NumberField
          label="Characters on its display"
          unit=""
          max={200}
          value={printer.displayCharacters}
          onChange={(value) => value !== null && set({ displayCharacters: Math.round(value) })}
        />
        <Tick checked={printer.runoutSensor} onChange={(runoutSensor) => set({ runoutSensor })}>
          It notices when the filament runs out
        </Tick>
        <Tick checked={printer.host} onChange={(host) => set({ host })}>
          A print host sends it the file
        </Tick>
      </div>
      <OwnWords printer={printer} set={set} />
      <Times printer={printer} set={set} />
    </Part>
  );
}

interface SpeedsProps {
  readonly printer: Printer;
  readonly set: (change: Partial<Printer>) => void;
}

function Speeds({ printer, set }: SpeedsProps) {
  const { limits } = printer;
  const { acceleration, maxFeed, corner } = limits;
  return (
    <>
      {(['print', 'travel', 'retract'] as const).map((field) => (
        <NumberField
          key={field}
          label={`Acceleration, ${field}`}
          unit="mm/s²"
          min={1}
          max={100_000}
          value={acceleration[field]}
          onChange={(value) =>
            value !== null &&
            set({ limits: { ...limits, acceleration: { ...acceleration, [field]: value } } })
          }
        />
      ))}
      {(['x', 'y', 'z', 'e'] as const).map((axis) => (
        <NumberField
          key={axis}
          label={`Top speed, ${axis === 'e' ? 'filament' : axis.toUpperCase()}`}
          unit="mm/s"
          min={0.1}
          max={5000}
          value={maxFeed[axis]}
          onChange={(value) =>
            value !== null && set({ limits: { ...limits, maxFeed: { ...maxFeed, [axis]: value } } })
          }
        />
      ))}
      {corner.kind === 'deviation' ? (
        <NumberField
          label="Corner deviation"
          unit="mm"
          min={0.001}
          max={1}
          value={corner.mm}
          onChange={(mm) =>
            mm !== null && set({ limits: { ...limits, corner: { kind: 'deviation', mm } } })
          }
        />
      ) : (
        (['x', 'y', 'z', 'e'] as const).map((axis) => (
          <NumberField
            key={axis}
            label={`Jump of speed at corners, ${axis === 'e' ? 'filament' : axis.toUpperCase()}`}
            unit="mm/s"
            min={0.01}
            max={100}
            value={corner[axis]}
            onChange={(value) =>
              value !== null && set({ limits: { ...limits, corner: { ...corner, [axis]: value } } })
            }
          />
        ))
      )}
      <Tick
        checked={corner.kind === 'deviation'}
        onChange={(deviates) =>
          set({
            limits: {
              ...limits,
              corner: deviates ? { kind: 'deviation', mm: 0.02 } : ORDINARY_PROFILE.limits.corner,
            },
          })
        }
      >
        Its corners are limited by deviation
      </Tick>
    </>
  );
}
