'use client';

import { lineWords } from '@/core/read/sourceLine';
import { useSlicedJob } from '@/base/job/jobContext';
import { Tick } from '@/components/Tick';
import { filamentOf } from '@/core/plan/jobPlan';
import { withStopAnswer } from '@/core/plan/stopAnswers';
import type { StopPlace } from '@/core/plan/stopPlace';
import { KIND_WORDS, RECIPE_KINDS, USUAL_COMMAND } from '@/core/printer/stopKinds';
import { plainRecipe, recipeFor, type Recipe } from '@/core/recipe/recipe';
import { changePlan } from '@/store/plans/planStore';

const PLACES: readonly { place: StopPlace; name: string; about: string }[] = [
  {
    place: 'restart',
    name: 'Where the new colour starts',
    about: 'After the way to the first point of the layer. What drips is printed over.',
  },
  {
    place: 'before-travel',
    name: 'Where the old colour ends',
    about: 'Right after the last line. A dot of the new colour may stay there.',
  },
];

/** The way to stop, and where in the file the stop goes. */
export function WayChoice({ recipe }: { recipe: Recipe }) {
  const { plan, reading, bands } = useSlicedJob();
  const first = bands[0]?.filament ?? filamentOf(plan, plan.parts[0].firstLetter);
  const early = reading.stops.filter(({ layer, line }) => {
    return layer === 1 && !plan.takenOut.includes(line);
  });
  return (
    <>
      <Ways recipe={recipe} />
      <fieldset className="mt-4">
        <legend className="pb-1 text-base font-semibold">Where it stops</legend>
        {PLACES.map(({ place, name, about }) => (
          <label key={place} className="flex items-start gap-2 px-2 py-1">
            <input
              type="radio"
              name="place"
              checked={plan.stopAt === place}
              className="mt-1 accent-accent"
              onChange={() =>
                changePlan(`place of the stop: ${name.toLowerCase()}`, (one) => ({
                  ...one,
                  stopAt: place,
                }))
              }
            />
            <span>
              <span className="font-medium">{name}</span>
              {plan.stopAt === place && <span className="block text-sm text-muted">{about}</span>}
            </span>
          </label>
        ))}
      </fieldset>
      {reading.continuous && (
        <p className="mt-3 rounded-md bg-caution-soft px-3 py-2 text-sm">
          <strong className="text-caution">A spiral.</strong> It has no layer changes. A stop goes
          where the path crosses the layer’s height, in the middle of a wall, and leaves a mark
          there.
        </p>
      )}
      <div className="pt-4">
        <h2 className="pb-1 text-base font-semibold">Before layer 1</h2>
        <Tick
          checked={plan.loadFirst}
          onChange={(loadFirst) =>
            changePlan('stop for the first filament', (one) => ({ ...one, loadFirst }))
          }
        >
          Stop and ask for {first.letter} {first.name}
        </Tick>
        {early.map((stop) => (
          <p key={stop.line} className="mt-1 rounded-md bg-caution-soft px-3 py-2 text-sm">
            The file itself asks for filament at its start (
            <code className="font-mono">{stop.command}</code>, {lineWords(reading, stop.line)}).{' '}
            <button
              type="button"
              className="font-medium underline underline-offset-2"
              onClick={() =>
                changePlan(`removal of the stop on line ${stop.line}`, (one) =>
                  withStopAnswer(one, stop, 'remove'),
                )
              }
            >
              Take it out
            </button>
          </p>
        ))}
      </div>
    </>
  );
}

interface WaysProps {
  readonly recipe: Recipe;
}

/** The ways to stop. */
function Ways({ recipe }: WaysProps) {
  const own = recipeFor(useSlicedJob().printer);
  return (
    <fieldset className="mt-5">
      <legend className="pb-1 text-base font-semibold">How it stops</legend>
      {RECIPE_KINDS.map((kind) => (
        <label
          key={kind}
          className="mb-1 flex items-start gap-2 rounded-md border border-transparent px-2 py-1.5 has-checked:border-line has-checked:bg-paper"
        >
          <input
            type="radio"
            name="way"
            checked={recipe.kind === kind}
            className="mt-1 accent-accent"
            onChange={() =>
              changePlan(`way to stop: ${KIND_WORDS[kind].name.toLowerCase()}`, (one) => ({
                ...one,
                recipe: kind === own.kind ? null : { ...plainRecipe(kind, USUAL_COMMAND[kind]) },
              }))
            }
          />
          <span>
            <span className="font-medium">{KIND_WORDS[kind].name}</span>
            {kind === own.kind && <span className="text-sm text-muted"> · the printer’s</span>}
            {recipe.kind === kind && (
              <span className="block text-sm text-muted">{KIND_WORDS[kind].about}</span>
            )}
          </span>
        </label>
      ))}
    </fieldset>
  );
}
