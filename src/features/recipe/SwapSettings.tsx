'use client';

import { NumberField } from '@/components/NumberField';
import { Tick } from '@/components/Tick';
import { plural } from '@/core/format';
import type { SettingLine } from '@/core/gcode/settingName';
import type { SettingName } from '@/core/gcode/settingName';
import { withWishes } from '@/core/plan/jobPlan';
import { chosenLayer, type PlannedSwap } from '@/core/plan/plannedSwap';
import type { Recipe } from '@/core/recipe/recipe';
import { hasSettings, NO_SETTINGS, type BandSettings } from '@/core/recipe/settings';
import { lineWords } from '@/core/read/sourceLine';
import { useJob } from '@/features/job/jobContext';
import { changePlan } from '@/store/planStore';

interface SwapSettingsProps {
  readonly swap: PlannedSwap;
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

/** What the band after a swap wants otherwise than the file. */
export function SwapSettings({ swap, recipe, undoing }: SwapSettingsProps) {
  const { plan, reading } = useJob();
  const settings = swap.settings ?? NO_SETTINGS;
  const set = (name: string, part: Partial<BandSettings>): void => {
    const next = { ...settings, ...part };
    changePlan(`${name} from layer ${swap.layer}`, (one) =>
      withWishes(one, chosenLayer(swap), {
        purge: swap.purge,
        settings: hasSettings(next) ? next : undefined,
      }),
    );
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
  const purges = recipe.kind === 'spelled-out';
  return (
    <section aria-labelledby="band-title" className="pt-3">
      <h3 id="band-title" className="font-semibold">
        From this layer on
      </h3>
      {field('nozzle', 'Nozzle', '°C', 150, 500)}
      {field('fan', 'Fan', '%', 0, 100)}
      {field('flow', 'Flow', '%', 10, 300)}
      {field('speed', 'Speed', '%', 10, 300)}
      {purges && (
        <NumberField
          label="Push through"
          unit="mm"
          max={1000}
          empty={recipe.purge === null ? 'by pair' : String(recipe.purge)}
          value={swap.purge ?? null}
          onChange={(purge) =>
            changePlan(`purge before layer ${swap.layer}`, (one) =>
              withWishes(one, chosenLayer(swap), {
                settings: swap.settings,
                purge: purge ?? undefined,
              }),
            )
          }
        />
      )}
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
