'use client';

import { NumberField } from '@/components/NumberField';
import { Tick } from '@/components/Tick';
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
          The file itself sets {listOf(undoing)} in bands that want their own, on{' '}
          {plural(undoing.length, 'line')} (the first is {lineWords(reading, undoing[0].line)}).
          <Tick
            checked={plan.rewrite}
            onChange={(rewrite) =>
              changePlan('settings of the file', (one) => ({ ...one, rewrite }))
            }
          >
            Put the band’s own in their place
          </Tick>
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
  const settings = wishes.settings ?? NO_SETTINGS;
  const change = (name: string, next: StretchWishes): void =>
    changePlan(`${name} from layer ${from}`, (one) => withWishes(one, stretch, next));
  const set = (name: string, part: Partial<BandSettings>): void => {
    const next = { ...settings, ...part };
    change(name, { ...wishes, settings: hasSettings(next) ? next : undefined });
  };
  const field = (
    what: keyof BandSettings,
    label: string,
    unit: string,
    min: number,
    max: number,
  ) => (
    <NumberField
      label={label}
      unit={unit}
      min={min}
      max={max}
      empty="as file"
      value={settings[what]}
      onChange={(value) => set(label.toLowerCase(), { [what]: value })}
    />
  );
  return (
    <fieldset className="pb-2">
      <legend className="font-semibold">{title}</legend>
      {field('nozzle', 'Nozzle', '°C', 150, 500)}
      {field('fan', 'Fan', '%', 0, 100)}
      {field('flow', 'Flow', '%', 10, 300)}
      {field('speed', 'Speed', '%', 10, 300)}
      {recipe.kind === 'spelled-out' && (
        <NumberField
          label="Push through"
          unit="mm"
          max={1000}
          empty={recipe.purge === null ? 'by pair' : String(recipe.purge)}
          value={wishes.purge ?? null}
          onChange={(purge) => change('purge', { ...wishes, purge: purge ?? undefined })}
        />
      )}
    </fieldset>
  );
}
