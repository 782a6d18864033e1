'use client';

import { Button } from '@/components/Button';
import { TickInput } from '@/components/form/choices';
import { CodeInput, NumberInput } from '@/components/form/fields';
import { SavedForm } from '@/components/form/SavedForm';
import { useJob } from '@/base/job/jobContext';
import { isFedByHand } from '@/core/recipe/actions';
import { numbersOf, type Recipe } from '@/core/recipe/recipe';
import { changePlan } from '@/store/plans/planStore';
import { changeRecipe } from './changeRecipe';
import { OwnLines } from './OwnLines';
import {
  CHANGE_ROWS,
  changeOf,
  labelOf,
  recipeRules,
  valuesOf,
  type RecipeValues,
} from './recipeForm';
import { WarningRows } from './WarningRows';

interface RecipeProps {
  readonly recipe: Recipe;
}

/** What happens at a swap, in order, with the numbers where they belong. */
export function ActionList({ recipe }: RecipeProps) {
  const { plan, printer } = useJob();
  const values = valuesOf(recipe, printer);
  return (
    <section aria-labelledby="actions-title" className="pt-4">
      <div className="flex items-center justify-between gap-2 pb-1">
        <h2 id="actions-title" className="text-base font-semibold">
          At each swap
        </h2>
        {plan.recipe !== null && (
          <Button
            kind="quiet"
            onClick={() => changePlan('printer recipe', (one) => ({ ...one, recipe: null }))}
          >
            Use printer’s recipe
          </Button>
        )}
      </div>
      <SavedForm
        values={values}
        rules={recipeRules}
        onSave={(path, value) =>
          changeRecipe(printer, labelOf(path), changeOf(values, path, value))
        }
      >
        <Rows recipe={recipe} />
      </SavedForm>
      {recipe.kind === 'beep-only' && !printer.beeper && (
        <p className="mt-2 rounded-md bg-caution-soft px-3 py-2 text-sm">
          {printer.name} has no beeper according to its profile: no alert would sound.
        </p>
      )}
    </section>
  );
}

function Rows({ recipe }: RecipeProps) {
  const { printer } = useJob();
  const set = (name: string, change: Partial<Recipe>): void => changeRecipe(printer, name, change);
  const moves = recipe.kind === 'spelled-out' || recipe.kind === 'host-scripts';
  return (
    <>
      <OwnLines
        title="Your own lines first"
        lines={recipe.before}
        onChange={(before) => set('own lines', { before })}
      />
      <Calls />
      {recipe.kind !== 'beep-only' && (
        <CodeInput<RecipeValues>
          field="command"
          label={recipe.kind === 'spelled-out' ? 'Wait by' : 'Stop by'}
        />
      )}
      {recipe.kind === 'change-command' && <ChangeRows />}
      {moves && <MoveRows recipe={recipe} />}
      {recipe.command.toUpperCase() === 'G4' && (
        <NumberInput<RecipeValues> field="waitSeconds" label="Wait for" unit="s" />
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
    </>
  );
}

function Calls() {
  const { printer } = useJob();
  return (
    <>
      <TickInput<RecipeValues> field="message">
        Show the next filament on the display
        {printer.displayCharacters === 0 && (
          <span className="text-sm text-muted"> (it has none)</span>
        )}
      </TickInput>
      <NumberInput<RecipeValues> field="beeps" label="Beeps" unit="times" />
    </>
  );
}

/** The parameters of a change command; what is left empty is the firmware's choice. */
function ChangeRows() {
  return (
    <>
      <p className="pt-1 text-sm text-muted">
        Firmware supports different ones of these. Empty fields are left to the printer.
      </p>
      {CHANGE_ROWS.map(({ letter, name, unit }) => (
        <NumberInput<RecipeValues>
          key={letter}
          field={`change.${letter}`}
          label={name}
          unit={unit}
          empty="printer"
        />
      ))}
      <TickInput<RecipeValues> field="resumeTemperature">
        Send the next filament’s temperature (R)
      </TickInput>
    </>
  );
}

/** The moves of a swap that is spelled out; what is left empty is the printer's profile. */
function MoveRows({ recipe }: RecipeProps) {
  const { printer } = useJob();
  const numbers = numbersOf(
    { ...recipe, retract: null, lift: null, unload: null, load: null, purge: null, park: null },
    printer,
  );
  const length = (field: 'retract' | 'lift' | 'unload', label: string) => (
    <NumberInput<RecipeValues>
      field={field}
      label={label}
      unit="mm"
      empty={String(numbers[field])}
    />
  );
  const load = String(recipe.unload ?? numbers.load);
  return (
    <>
      {length('retract', 'Retract')}
      {length('lift', 'Lift above the print by')}
      <NumberInput<RecipeValues> field="park.x" label="Park at X" unit="mm" />
      <NumberInput<RecipeValues> field="park.y" label="Park at Y" unit="mm" />
      <TickInput<RecipeValues> field="keepMotors">Keep motors on</TickInput>
      {length('unload', 'Unload')}
      <TickInput<RecipeValues>
        field="releaseExtruder"
        disabled={!printer.firmware.namesMotors && !recipe.releaseExtruder}
      >
        Release the filament to pull it by hand
        {!printer.firmware.namesMotors && (
          <span className="text-sm text-muted"> (this printer might switch all motors off)</span>
        )}
      </TickInput>
      <NumberInput<RecipeValues>
        field="standby"
        label="Cool down while waiting to"
        unit="°C"
        empty="stay hot"
      />
      <NumberInput<RecipeValues> field="load" label="Load" unit="mm" empty={load} />
      {isFedByHand(numbersOf(recipe, printer)) && (
        <p className="pb-1 text-sm text-muted">
          You load the new filament by hand, down to the tip, while it waits.
        </p>
      )}
      <NumberInput<RecipeValues> field="purge" label="Purge" unit="mm" empty="by pair" />
      {printer.brush !== null && recipe.kind === 'spelled-out' && <BrushRows recipe={recipe} />}
    </>
  );
}

/** What the brush does. */
function BrushRows({ recipe }: RecipeProps) {
  return (
    <>
      <TickInput<RecipeValues> field="scrub">Wipe the nozzle on the brush</TickInput>
      {recipe.scrub && (
        <>
          <TickInput<RecipeValues> field="scrubFirst">Also before the purge</TickInput>
          <NumberInput<RecipeValues> field="strokes" label="Strokes per wipe" unit="" />
        </>
      )}
    </>
  );
}
