'use client';

import { RadioGroup } from '@/components/controls/RadioGroup';
import { lineWords } from '@/core/read/sourceLine';
import { useSlicedJob } from '@/base/job/jobContext';
import { Checkbox } from '@/components/controls/Checkbox';
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
    about: 'After the travel to the first point of the layer. Drips are printed over.',
  },
  {
    place: 'before-travel',
    name: 'Where the old colour ends',
    about: 'Right after the last line. A dot of the new colour may remain there.',
  },
];

/** The way to stop, and where in the file the stop goes. */
export function StopChoice({ recipe }: { recipe: Recipe }) {
  const { plan, reading, bands } = useSlicedJob();
  const first = bands[0]?.filament ?? filamentOf(plan, plan.parts[0].firstLetter);
  const early = reading.stops.filter(({ layer, line }) => {
    return layer === 1 && !plan.takenOut.includes(line);
  });
  return (
    <>
      <StopKinds recipe={recipe} />
      <h2 className="mt-4 pb-1 text-base font-semibold">Position of the stop</h2>
      <RadioGroup
        label="Position of the stop"
        value={plan.stopAt}
        className="px-2"
        choices={PLACES.map(({ place, name, about }) => ({
          value: place,
          name,
          words: (
            <>
              <span className="font-medium">{name}</span>
              {plan.stopAt === place && <span className="block text-sm text-muted">{about}</span>}
            </>
          ),
        }))}
        onChange={(stopAt) =>
          changePlan(
            `place of the stop: ${PLACES.find(({ place }) => place === stopAt)?.name.toLowerCase()}`,
            (one) => ({ ...one, stopAt }),
          )
        }
      />
      {reading.continuous && (
        <p className="mt-3 rounded-md bg-caution-soft px-3 py-2 text-sm">
          <strong className="text-caution">A spiral.</strong> It has no layer changes. A stop comes
          where the path crosses the layer’s height, in a wall, and leaves a mark there.
        </p>
      )}
      <div className="pt-4">
        <h2 className="pb-1 text-base font-semibold">Before layer 1</h2>
        <Checkbox
          checked={plan.loadFirst}
          onChange={(loadFirst) =>
            changePlan('stop for the first filament', (one) => ({ ...one, loadFirst }))
          }
        >
          Stop and ask for {first.letter} {first.name}
        </Checkbox>
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
              Remove stop
            </button>
          </p>
        ))}
      </div>
    </>
  );
}

interface StopKindsProps {
  readonly recipe: Recipe;
}

/** The ways to stop. */
function StopKinds({ recipe }: StopKindsProps) {
  const own = recipeFor(useSlicedJob().printer);
  return (
    <section aria-labelledby="stop-types" className="mt-5">
      <h2 id="stop-types" className="pb-1 text-base font-semibold">
        Type of stop
      </h2>
      <RadioGroup
        label="Type of stop"
        look="cards"
        value={recipe.kind}
        choices={RECIPE_KINDS.map((kind) => ({
          value: kind,
          name: KIND_WORDS[kind].name,
          words: (
            <>
              <span className="font-medium">{KIND_WORDS[kind].name}</span>
              {kind === own.kind && <span className="text-sm text-muted"> · the printer’s</span>}
              {recipe.kind === kind && (
                <span className="block text-sm text-muted">{KIND_WORDS[kind].about}</span>
              )}
            </>
          ),
        }))}
        onChange={(kind) =>
          changePlan(`type of stop: ${KIND_WORDS[kind].name.toLowerCase()}`, (one) => ({
            ...one,
            recipe: kind === own.kind ? null : { ...plainRecipe(kind, USUAL_COMMAND[kind]) },
          }))
        }
      />
    </section>
  );
}
