'use client';

import { Disclosure } from '@/components/controls/Disclosure';
import { optionsOf, SelectField } from '@/components/controls/Select';
import type { ReactNode } from 'react';
import { Button } from '@/components/Button';
import { Checkbox } from '@/components/controls/Checkbox';
import { ChoiceInput, TickInput } from '@/components/form/choices';
import { CodeInput, NumberInput, TextInput } from '@/components/form/fields';
import { Link } from '@/components/Link';
import { PROFILE_FIELDS } from '@/core/measured/subjects';
import { withField } from '@/components/form/saving';
import { SavedForm } from '@/components/form/SavedForm';
import { problemOf, withOwnStopWord, withStopCommand } from '@/core/printer/printerFile';
import { ORDINARY_PROFILE, parkOf, type Printer } from '@/core/printer/printer';
import { KIND_WORDS, USUAL_COMMAND, type RecipeKind } from '@/core/printer/stopKinds';
import { BedPicture } from './BedPicture';
import { HomingFields } from '@/base/prints/HomingFields';
import { HeadBoxes } from './HeadBoxes';
import { NozzleFields } from './NozzleFields';
import { ProfileNumber } from './ProfileNumber';
import { FirmwareFields, OwnWords } from './FirmwareFields';
import { printerRules } from './printerRules';

interface PrinterFormProps {
  readonly printer: Printer;
  /** Gets a change of the printer as it is stored when the change is. */
  readonly onChange: (edit: (printer: Printer) => Printer) => void;
  /** Begins the questions about which stop it knows. */
  readonly onAsk: () => void;
}

const STOP_NAMES: Readonly<Record<RecipeKind, string>> = {
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
    <SavedForm
      values={printer}
      rules={printerRules}
      onSave={(path, value) =>
        onChange((now) =>
          path === 'understands.command'
            ? withStopCommand(now, value as string)
            : withField(now, path, value),
        )
      }
    >
      <div className="gap-x-8 pt-2 md:columns-2 xl:columns-3">
        <MachinePart printer={printer} set={set} />

        <Part title="Nozzle and head">
          <NozzleFields nozzle={printer.nozzle} />
          <HeadBoxes
            head={printer.nozzle.head}
            onChange={(head) => onChange((now) => ({ ...now, nozzle: { ...now.nozzle, head } }))}
          />
        </Part>
        <Part title="Homing">
          <HomingFields
            printer={printer}
            onChange={(homing) => onChange((now) => ({ ...now, homing }))}
          />
        </Part>
        <Part title="What it was found to do">
          <FoundNumbers />
        </Part>
        <SwapPart printer={printer} set={set} onChange={onChange} />

        <StopPart printer={printer} set={set} onAsk={onAsk} />
      </div>
    </SavedForm>
  );
}

/** What only test pieces can tell; each can be typed as well. */
function FoundNumbers() {
  return (
    <>
      <p className="pb-1 text-sm text-muted">
        The{' '}
        <Link href="/pieces" className="underline">
          test pieces
        </Link>{' '}
        find these. Without them, Lamella judges by the width of a line.
      </p>
      {FOUND.map((field) => {
        const { name, unit } = PROFILE_FIELDS[field];
        return <ProfileNumber key={field} field={field} label={name} unit={unit} empty="–" />;
      })}
    </>
  );
}

const FOUND = [
  'returns.stopMm',
  'returns.homeMm',
  'returns.motorsMm',
  'finest.strokeMm',
  'finest.gapMm',
  'finest.moduleMm',
] as const;

/** What the print time depends on. */
function Times({ printer, set }: MachinePartProps) {
  return (
    <Disclosure className="pt-3" title="Speed and heat, for the print time">
      <Speeds printer={printer} set={set} />
      <ProfileNumber field="heating.nozzlePerSecond" label="Nozzle heats by" unit="°C/s" />
      <ProfileNumber field="heating.bedPerSecond" label="Bed heats by" unit="°C/s" />
      <NumberInput<Printer> field="homingSeconds" label="Homing takes" unit="s" />
      <NumberInput<Printer> field="probingSeconds" label="Probing the bed takes" unit="s" />
      <p className="pt-1 text-sm text-muted">Limits in the file override these.</p>
    </Disclosure>
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="break-inside-avoid pt-3">
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
    <SelectField label={label} value={value} options={optionsOf(options)} onChange={onChange} />
  );
}

interface MachinePartProps {
  readonly printer: Printer;
  readonly set: (change: Partial<Printer>) => void;
}

function MachinePart({ printer, set }: MachinePartProps) {
  const { feed } = printer;
  return (
    <Part title="The machine">
      <TextInput<Printer> field="name" label="Name" />
      <NumberInput<Printer> field="volume.x" label="Width (X)" unit="mm" />
      <NumberInput<Printer> field="volume.y" label="Depth (Y)" unit="mm" />
      <NumberInput<Printer> field="volume.z" label="Height (Z)" unit="mm" />
      <ChoiceInput<Printer['bed']['shape'], Printer>
        field="bed.shape"
        label="Bed"
        options={{ rectangle: 'rectangle', round: 'round' }}
      />
      <ChoiceInput<Printer['bed']['origin'], Printer>
        field="bed.origin"
        label="Origin (X 0 Y 0)"
        options={{ corner: 'in the front left corner', centre: 'in the middle' }}
      />
      <NumberInput<Printer> field="nozzleMm" label="Nozzle" unit="mm" />
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
      <NumberInput<Printer> field="feed.lengthMm" label="Unload length" unit="mm" />
      <FirmwareFields printer={printer} />
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
  const { volume, brush } = printer;
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
      <NumberInput<Printer> field="liftMm" label="Lift above the print by" unit="mm" />
      <NumberInput<Printer> field="retractMm" label="Retract before moving" unit="mm" />
      <NumberInput<Printer>
        field="timeouts.nozzleSeconds"
        label="Nozzle cools after"
        unit="s"
        empty="never"
      />
      <NumberInput<Printer>
        field="timeouts.motorSeconds"
        label="Motors switch off after"
        unit="s"
        empty="not known"
      />
      <Checkbox
        checked={brush !== null}
        onChange={(has) =>
          set({ brush: has ? { x: 20, y: Math.max(0, volume.y - 5), length: 30, z: 1 } : null })
        }
      >
        It has a nozzle brush
      </Checkbox>
      {brush && (
        <>
          <NumberInput<Printer> field="brush.x" label="Brush at X" unit="mm" />
          <NumberInput<Printer> field="brush.y" label="Brush at Y" unit="mm" />
          <NumberInput<Printer> field="brush.length" label="Brush length" unit="mm" />
          <NumberInput<Printer> field="brush.z" label="Brush height" unit="mm" />
        </>
      )}
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
    <Part title="Type of stop">
      <Choice
        label="Type of stop"
        value={understands.kind}
        options={STOP_NAMES}
        onChange={(kind) => {
          set({ understands: { kind, command: USUAL_COMMAND[kind], testedAt: null } });
        }}
      />
      {understands.kind !== 'beep-only' && (
        <CodeInput<Printer> field="understands.command" label="By" />
      )}
      <p className={`py-1 text-sm ${understands.testedAt ? 'text-muted' : 'text-caution'}`}>
        {understands.testedAt
          ? `Tested on ${understands.testedAt}.`
          : 'Not tested. Many printers skip a command they do not know.'}
      </p>
      <Button kind={understands.testedAt ? 'plain' : 'primary'} onClick={onAsk}>
        Test printer
      </Button>
      <div className="pt-3">
        <TickInput<Printer> field="beeper">It can beep</TickInput>
        <NumberInput<Printer> field="displayCharacters" label="Characters on its display" unit="" />
        <TickInput<Printer> field="runoutSensor">It has a runout sensor</TickInput>
        <TickInput<Printer> field="host">A print host sends the file</TickInput>
      </div>
      <OwnWords />
      <Times printer={printer} set={set} />
    </Part>
  );
}

const AXES = ['x', 'y', 'z', 'e'] as const;
const axisName = (axis: (typeof AXES)[number]): string =>
  axis === 'e' ? 'filament' : axis.toUpperCase();

function Speeds({ printer, set }: MachinePartProps) {
  const { limits } = printer;
  const { corner } = limits;
  return (
    <>
      <ProfileNumber field="limits.acceleration.travel" label="Acceleration, travel" unit="mm/s²" />
      {(['print', 'retract'] as const).map((move) => (
        <NumberInput<Printer>
          key={move}
          field={`limits.acceleration.${move}`}
          label={`Acceleration, ${move}`}
          unit="mm/s²"
        />
      ))}
      {AXES.map((axis) => (
        <NumberInput<Printer>
          key={axis}
          field={`limits.maxFeed.${axis}`}
          label={`Top speed, ${axisName(axis)}`}
          unit="mm/s"
        />
      ))}
      {corner.kind === 'deviation' ? (
        <ProfileNumber field="limits.corner.mm" label="Junction deviation" unit="mm" />
      ) : (
        AXES.map((axis) =>
          axis === 'x' || axis === 'y' ? (
            <ProfileNumber
              key={axis}
              field={`limits.corner.${axis}`}
              label={`Jerk, ${axisName(axis)}`}
              unit="mm/s"
            />
          ) : (
            <NumberInput<Printer>
              key={axis}
              field={`limits.corner.${axis}`}
              label={`Jerk, ${axisName(axis)}`}
              unit="mm/s"
            />
          ),
        )
      )}
      <Checkbox
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
        It uses junction deviation
      </Checkbox>
    </>
  );
}
