'use client';

import { optionsOf, SelectField } from '@/components/controls/Select';
import { Button } from '@/components/Button';
import { NumberField } from '@/components/form/NumberField';
import { formatCm2, formatMm } from '@/core/format';
import { directionWords } from '@/core/model/directions';
import type { ModelFacts } from '@/core/model/model';
import { type ModelUnit } from '@/core/model/formats/modelFile';
import { layFlat, turnAbout, turned, type ModelSetup } from '@/core/model/setup';
import { SETUP_LIMITS } from '@/core/model/setupLimits';
import { sizeWords } from './words';

interface SetupPanelProps {
  readonly setup: ModelSetup;
  /** Null until it is known for this set-up. */
  readonly facts: ModelFacts | null;
  readonly onChange: (part: Partial<ModelSetup>) => void;
}

const UNIT_NAMES: Readonly<Record<ModelUnit, string>> = {
  micron: 'micrometres',
  mm: 'millimetres',
  cm: 'centimetres',
  m: 'metres',
  inch: 'inches',
  foot: 'feet',
};

const TURNS = [
  { name: 'Turn left', axis: [0, 0, 1], degrees: 90 },
  { name: 'Turn right', axis: [0, 0, 1], degrees: -90 },
  { name: 'Tip forward', axis: [1, 0, 0], degrees: 90 },
  { name: 'Tip to the side', axis: [0, 1, 0], degrees: 90 },
] as const;

const percent = (factor: number): number => Math.round(factor * 10_000) / 100;

/** In what the model is drawn, how it lies, how large it is, and in which layers it will be sliced. */
export function SetupPanel({ setup, facts, onChange }: SetupPanelProps) {
  const { scale, layer } = SETUP_LIMITS;
  return (
    <section aria-label="Setup" className="grid gap-3 px-4 py-3 *:min-w-0">
      <UnitPart setup={setup} facts={facts} onChange={onChange} />
      <HowItLies setup={setup} facts={facts} onChange={onChange} />
      <div>
        <h3 className="font-semibold">Size</h3>
        <p className="text-sm text-muted">
          {facts
            ? `${sizeWords(facts.size)}, ${(facts.volumeMm3 / 1000).toFixed(1)} cm³, ${facts.triangles.toLocaleString('en')} triangles`
            : 'Measuring…'}
        </p>
        <NumberField
          label="Width and depth (X, Y)"
          unit="%"
          value={percent(setup.scaleXY)}
          min={scale.least * 100}
          max={scale.most * 100}
          onChange={(value) => value && onChange({ scaleXY: value / 100 })}
        />
        <NumberField
          label="Height (Z), moves heights"
          unit="%"
          value={percent(setup.scaleZ)}
          min={scale.least * 100}
          max={scale.most * 100}
          onChange={(value) => value && onChange({ scaleZ: value / 100 })}
        />
      </div>
      <div>
        <h3 className="font-semibold">Layers</h3>
        <NumberField
          label="First layer"
          unit="mm"
          value={setup.firstLayer}
          min={layer.least}
          max={layer.most}
          onChange={(value) => value && onChange({ firstLayer: value })}
        />
        <NumberField
          label="All others"
          unit="mm"
          value={setup.layerHeight}
          min={layer.least}
          max={layer.most}
          onChange={(value) => value && onChange({ layerHeight: value })}
        />
        <p className="text-sm text-muted">
          Variable layer heights are known only from the sliced file.
        </p>
      </div>
    </section>
  );
}

function UnitPart({ setup, facts, onChange }: SetupPanelProps) {
  const { unit, isUnitSure } = setup;
  const choose = (
    <SelectField
      label="Unit"
      value={unit}
      options={optionsOf(UNIT_NAMES)}
      onChange={(chosen) => onChange({ unit: chosen, isUnitSure: true })}
    />
  );
  if (isUnitSure) return choose;
  return (
    <div role="group" aria-label="Unit" className="rounded-md bg-caution-soft p-3">
      <p className="font-medium">Which size is right?</p>
      <p className="mb-2 text-sm">
        The file does not state its unit, and its numbers are unusual for millimetres. In{' '}
        {UNIT_NAMES[unit]}
        {facts ? ` the model measures ${facts.size.map(formatMm).join(' × ')} mm` : ''}.
      </p>
      {choose}
      <Button className="mt-2" onClick={() => onChange({ isUnitSure: true })}>
        Use {UNIT_NAMES[unit]}
      </Button>
    </div>
  );
}

interface HowItLiesProps {
  readonly setup: SetupPanelProps['setup'];
  readonly facts: SetupPanelProps['facts'];
  readonly onChange: SetupPanelProps['onChange'];
}

function HowItLies({ setup, facts, onChange }: HowItLiesProps) {
  return (
    <div>
      <h3 className="font-semibold">Orientation</h3>
      <div className="mt-1 flex flex-wrap gap-1">
        {TURNS.map(({ name, axis, degrees }) => (
          <Button
            key={name}
            onClick={() => onChange({ turn: turned(setup.turn, turnAbout(axis, degrees)) })}
          >
            {name}
          </Button>
        ))}
      </div>
      <div className="mt-1.5 text-sm">
        <SelectField
          label="Lay on"
          value=""
          options={[
            { value: '', words: 'a face…' },
            ...(facts?.directions ?? []).map(({ normal, area }, i) => ({
              value: String(i),
              words: `${formatCm2(area)} facing ${directionWords(normal)}`,
            })),
          ]}
          onChange={(chosen) => {
            const side = facts?.directions.at(chosen === '' ? NaN : Number(chosen));
            if (side) onChange({ turn: turned(setup.turn, layFlat(side.normal)) });
          }}
        />
      </div>
    </div>
  );
}
