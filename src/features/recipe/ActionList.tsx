'use client';

import { Button } from '@/components/Button';
import { NumberField } from '@/components/NumberField';
import { Tick } from '@/components/Tick';
import { useJob } from '@/base/job/jobContext';
import { isFedByHand } from '@/core/recipe/actions';
import { canStop } from '@/core/printer/stopKinds';
import { numbersOf, type ChangeLetter, type Recipe } from '@/core/recipe/recipe';
import { changePlan } from '@/store/plans/planStore';
import { changeRecipe } from './changeRecipe';
import { CommandField } from '@/components/CommandField';
import { OwnLines } from './OwnLines';
import { WarningRows } from './WarningRows';

/** What happens at a swap, in order, with the numbers where they belong. */
export function ActionList({ recipe }: { recipe: Recipe }) {
  const { plan, printer } = useJob();
  const set = (name: string, change: Partial<Recipe>): void => changeRecipe(printer, name, change);
  const moves = recipe.kind === 'spelled-out' || recipe.kind === 'host-scripts';
  return (
    <section aria-labelledby="actions-title" className="pt-4">
      <div className="flex items-center justify-between gap-2 pb-1">
        <h2 id="actions-title" className="text-base font-semibold">
          At each swap
        </h2>
        {plan.recipe !== null && (
          <Button
            kind="quiet"
            onClick={() =>
              changePlan('the printer’s own recipe', (one) => ({ ...one, recipe: null }))
            }
          >
            As the printer’s profile
          </Button>
        )}
      </div>
      <OwnLines
        title="Your own lines first"
        lines={recipe.before}
        onChange={(before) => set('own lines', { before })}
      />
      <Calls recipe={recipe} set={set} />
      {recipe.kind !== 'beep-only' && (
        <CommandField
          command={recipe.command}
          label={recipe.kind === 'spelled-out' ? 'Wait by' : 'Stop by'}
          isGood={(command) => canStop(recipe.kind, command)}
          onChange={(command) => set('command of the stop', { command })}
        />
      )}
      {recipe.kind === 'change-command' && <ChangeRows recipe={recipe} set={set} />}
      {moves && <MoveRows recipe={recipe} set={set} />}
      {recipe.command.toUpperCase() === 'G4' && (
        <NumberField
          label="Wait for"
          unit="s"
          min={5}
          max={86400}
          value={recipe.waitSeconds}
          onChange={(waitSeconds) =>
            waitSeconds !== null && set('length of the wait', { waitSeconds })
          }
        />
      )}
      <OwnLines
        title="Your own lines last"
        lines={recipe.after}
        onChange={(after) => set('own lines', { after })}
      />
      <WarningRows
        warnings={recipe.warnings}
        onChange={(warnings) => set('advance warnings', { warnings })}
      />
      {recipe.kind === 'beep-only' && !printer.beeper && (
        <p className="mt-2 rounded-md bg-caution-soft px-3 py-2 text-sm">
          {printer.name} has no beeper, by its profile: nothing would call you.
        </p>
      )}
    </section>
  );
}

interface RowsProps {
  readonly recipe: Recipe;
  readonly set: (name: string, change: Partial<Recipe>) => void;
}

function Calls({ recipe, set }: RowsProps) {
  const { printer } = useJob();
  return (
    <>
      <Tick checked={recipe.message} onChange={(message) => set('message', { message })}>
        Show the next filament on the display
        {printer.displayCharacters === 0 && (
          <span className="text-sm text-muted"> (it has none)</span>
        )}
      </Tick>
      <NumberField
        label="Beeps"
        unit="times"
        max={20}
        value={recipe.beeps}
        onChange={(beeps) => beeps !== null && set('beeps', { beeps: Math.round(beeps) })}
      />
    </>
  );
}

const CHANGE_ROWS: readonly { letter: ChangeLetter; name: string; unit: string; min?: number }[] = [
  { letter: 'X', name: 'Park at X', unit: 'mm', min: -1000 },
  { letter: 'Y', name: 'Park at Y', unit: 'mm', min: -1000 },
  { letter: 'Z', name: 'Lift by (Z)', unit: 'mm' },
  { letter: 'E', name: 'Pull back first (E)', unit: 'mm' },
  { letter: 'U', name: 'Unload (U)', unit: 'mm' },
  { letter: 'L', name: 'Load (L)', unit: 'mm' },
  { letter: 'B', name: 'Its own beeps (B)', unit: 'times' },
  { letter: 'R', name: 'Come back to (R)', unit: '°C' },
  { letter: 'T', name: 'Tool (T)', unit: '' },
];

/** What a change command is told; what is left empty is the firmware's choice. */
function ChangeRows({ recipe, set }: RowsProps) {
  return (
    <>
      <p className="pt-1 text-sm text-muted">
        Firmwares honour different ones of these. What is empty is left to the printer.
      </p>
      {CHANGE_ROWS.map(({ letter, name, unit, min }) => (
        <NumberField
          key={letter}
          label={name}
          unit={unit}
          min={min}
          max={2000}
          empty="printer"
          value={recipe.change[letter] ?? null}
          onChange={(value) => {
            const { [letter]: _old, ...others } = recipe.change;
            set(name.toLowerCase(), {
              change: value === null ? others : { ...others, [letter]: value },
            });
          }}
        />
      ))}
      <Tick
        checked={recipe.resumeTemperature}
        onChange={(resumeTemperature) => set('temperature to come back to', { resumeTemperature })}
      >
        Tell it the temperature of the coming filament (R)
      </Tick>
    </>
  );
}

/** The moves of a swap that is spelled out; what is left empty is the printer's profile. */
function MoveRows({ recipe, set }: RowsProps) {
  const { printer } = useJob();
  const numbers = numbersOf(
    { ...recipe, retract: null, lift: null, unload: null, load: null, purge: null, park: null },
    printer,
  );
  const park = numbersOf(recipe, printer).park;
  const length = (field: 'retract' | 'lift' | 'unload' | 'load' | 'purge', label: string) => (
    <NumberField
      label={label}
      unit="mm"
      max={2000}
      empty={
        field === 'purge'
          ? 'by pair'
          : String(field === 'load' ? (recipe.unload ?? numbers.load) : numbers[field])
      }
      value={recipe[field]}
      onChange={(value) => set(label.toLowerCase(), { [field]: value })}
    />
  );
  return (
    <>
      {length('retract', 'Pull back')}
      {length('lift', 'Lift above the print by')}
      <NumberField
        label="Wait at X"
        unit="mm"
        min={-1000}
        value={park.x}
        onChange={(x) => x !== null && set('place for waiting', { park: { ...park, x } })}
      />
      <NumberField
        label="Wait at Y"
        unit="mm"
        min={-1000}
        value={park.y}
        onChange={(y) => y !== null && set('place for waiting', { park: { ...park, y } })}
      />
      <Tick checked={recipe.keepMotors} onChange={(keepMotors) => set('motors', { keepMotors })}>
        Keep the motors under power
      </Tick>
      {length('unload', 'Unload')}
      <Tick
        checked={recipe.releaseExtruder}
        disabled={!printer.firmware.namesMotors && !recipe.releaseExtruder}
        onChange={(releaseExtruder) => set('extruder', { releaseExtruder })}
      >
        Let go of the filament, to pull it by hand
        {!printer.firmware.namesMotors && (
          <span className="text-sm text-muted"> (this printer might let all motors go)</span>
        )}
      </Tick>
      <NumberField
        label="Cool down while waiting to"
        unit="°C"
        min={1}
        max={500}
        empty="stay hot"
        value={recipe.standby}
        onChange={(standby) => set('temperature while waiting', { standby })}
      />
      {length('load', 'Load')}
      {isFedByHand(numbersOf(recipe, printer)) && (
        <p className="pb-1 text-sm text-muted">
          You push the new filament in by hand, up to the tip, while it waits.
        </p>
      )}
      {length('purge', 'Push through')}
      {printer.brush !== null && recipe.kind === 'spelled-out' && (
        <BrushRows recipe={recipe} set={set} />
      )}
    </>
  );
}

interface BrushRowsProps {
  readonly recipe: RowsProps['recipe'];
  readonly set: RowsProps['set'];
}

/** What the brush does. */
function BrushRows({ recipe, set }: BrushRowsProps) {
  return (
    <>
      <Tick checked={recipe.scrub} onChange={(scrub) => set('brush', { scrub })}>
        Draw the nozzle over the brush
      </Tick>
      {recipe.scrub && (
        <>
          <Tick
            checked={recipe.scrubFirst}
            onChange={(scrubFirst) => set('brush before pushing', { scrubFirst })}
          >
            Also before it pushes through
          </Tick>
          <NumberField
            label="Strokes each time"
            unit=""
            min={1}
            max={40}
            value={recipe.strokes}
            onChange={(strokes) => set('strokes', { strokes: Math.round(strokes ?? 4) })}
          />
        </>
      )}
    </>
  );
}
