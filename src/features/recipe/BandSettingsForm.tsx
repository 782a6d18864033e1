'use client';

import { object } from 'yup';
import { NumberInput } from '@/components/form/fields';
import { optionalNumberRule } from '@/components/form/rules';
import { SavedForm } from '@/components/form/SavedForm';
import { Checkbox } from '@/components/controls/Checkbox';
import { plural } from '@/core/format';
import type { SettingLine } from '@/core/gcode/settingName';
import type { SettingName } from '@/core/gcode/settingName';
import type { Band } from '@/core/plan/work/bands';
import { wishesOf, withWishes, type StretchWishes } from '@/core/plan/edits/partEdits';
import { isWhole, type PartStretch } from '@/core/plan/parts';
import { partName } from '@/core/plan/partName';
import type { Recipe } from '@/core/recipe/recipe';
import { hasSettings, NO_SETTINGS, type BandSettings } from '@/core/recipe/settings';
import { lineWords } from '@/core/read/sourceLine';
import { useSlicedJob } from '@/base/job/jobContext';
import { changePlan } from '@/store/plans/planStore';

interface BandSettingsProps {
  readonly band: Band;
  readonly recipe: Recipe;
  /** Lines of the file that would undo what a band has of its own. */
  readonly undoing: readonly SettingLine[];
}

const WORDS: Readonly<Record<SettingName, string>> = {
  nozzle: 'the nozzle',
  fan: 'the fan',
  flow: 'the flow',
  speed: 'the speed',
  remaining: 'the time left',
};

/** `the nozzle and the fan`: what some lines set, each once. */
function listOf(lines: readonly SettingLine[]): string {
  return [...new Set(lines.map(({ what }) => WORDS[what]))].join(' and ');
}

/** What a band wants otherwise than the file, part by part. */
export function BandSettingsForm({ band, recipe, undoing }: BandSettingsProps) {
  const { plan, reading } = useSlicedJob();
  return (
    <section aria-label="Settings of the band" className="pt-3">
      {band.stretches.map((stretch) => (
        <StretchFields
          key={`${stretch.part} ${stretch.from}`}
          stretch={stretch}
          from={stretch.from ?? band.first}
          recipe={recipe}
        />
      ))}
      {undoing.length > 0 && (
        <div className="mt-2 rounded-md bg-caution-soft px-3 py-2 text-sm">
          The file itself sets {listOf(undoing)} in bands with their own settings, on{' '}
          {plural(undoing.length, 'line')} (the first is {lineWords(reading, undoing[0].line)}).
          <Checkbox
            checked={plan.rewrite}
            onChange={(rewrite) =>
              changePlan('settings of the file', (one) => ({ ...one, rewrite }))
            }
          >
            Use band settings
          </Checkbox>
        </div>
      )}
    </section>
  );
}

interface StretchFieldsProps {
  readonly stretch: PartStretch;
  /** The layer from which they hold. */
  readonly from: number;
  readonly recipe: Recipe;
}

/** What one part wants from one of its swaps on. */
function StretchFields({ stretch, from, recipe }: StretchFieldsProps) {
  const { plan, reading } = useSlicedJob();
  const title = isWhole(plan)
    ? 'From this layer on'
    : `${partName(stretch.part, reading.sources)}, from layer ${from} on`;
  const wishes = wishesOf(plan, stretch);
  const save = (path: string, value: unknown): void =>
    changePlan(`${path} from layer ${from}`, (one) =>
      withWishes(one, stretch, wished(wishesOf(one, stretch), path, value as number | null)),
    );
  const field = (name: keyof BandSettings, label: string, unit: string) => (
    <NumberInput<StretchValues> field={name} label={label} unit={unit} empty="as file" />
  );
  return (
    <fieldset className="pb-2">
      <legend className="font-semibold">{title}</legend>
      <SavedForm<StretchValues>
        values={{ ...(wishes.settings ?? NO_SETTINGS), purge: wishes.purge ?? null }}
        rules={rules}
        onSave={save}
      >
        {field('nozzle', 'Nozzle', '°C')}
        {field('fan', 'Fan', '%')}
        {field('flow', 'Flow', '%')}
        {field('speed', 'Speed', '%')}
        {recipe.kind === 'spelled-out' && (
          <NumberInput<StretchValues>
            field="purge"
            label="Purge"
            unit="mm"
            empty={recipe.purge === null ? 'by pair' : String(recipe.purge)}
          />
        )}
      </SavedForm>
    </fieldset>
  );
}

/** What a stretch has of its own, as its form shows it; null for what is as in the file. */
interface StretchValues extends BandSettings {
  readonly purge: number | null;
}

const rules = object({
  nozzle: optionalNumberRule(150, 500),
  fan: optionalNumberRule(0, 100),
  flow: optionalNumberRule(10, 300),
  speed: optionalNumberRule(10, 300),
  purge: optionalNumberRule(0, 1000),
});

/** Wishes with one value more, or less where it is null. */
function wished(wishes: StretchWishes, path: string, value: number | null): StretchWishes {
  if (path === 'purge') return { ...wishes, purge: value ?? undefined };
  const settings = { ...(wishes.settings ?? NO_SETTINGS), [path]: value };
  return { ...wishes, settings: hasSettings(settings) ? settings : undefined };
}
