'use client';

import type { FieldPathByValue } from 'react-hook-form';
import { boolean, object, string } from 'yup';
import { RadioInput, TickInput } from '@/components/form/choices';
import { FieldGroup } from '@/components/form/FieldGroup';
import { NumberInput, TextInput } from '@/components/form/fields';
import { numberRule } from '@/components/form/rules';
import { SavedForm } from '@/components/form/SavedForm';
import { withField } from '@/components/form/saving';
import { SelectField } from '@/components/controls/Select';
import { LONGEST_NAME } from '@/core/draw/plate';
import { RELIEF_LIMITS, type ReliefDrawing } from '@/core/relief/drawing';
import { SpoolChoice } from './SpoolChoice';

interface ReliefFormProps {
  readonly drawing: ReliefDrawing;
  readonly onChange: (part: Partial<ReliefDrawing>) => void;
}

const within = ({ least, most }: { readonly least: number; readonly most: number }) =>
  numberRule(least, most);
const whole = ({ least, most }: { readonly least: number; readonly most: number }) =>
  numberRule(least, most, true);
const LIMITS = RELIEF_LIMITS;

/** What may be typed into a relief. */
const rules = object({
  name: string().max(LONGEST_NAME),
  crop: object({
    left: within(LIMITS.crop),
    right: within(LIMITS.crop),
    top: within(LIMITS.crop),
    bottom: within(LIMITS.crop),
  }),
  isMirrored: boolean(),
  brightness: within(LIMITS.brightness),
  contrast: within(LIMITS.contrast),
  smoothing: within(LIMITS.smoothing),
  width: within(LIMITS.width),
  frame: within(LIMITS.frame),
  hole: within(LIMITS.hole),
  firstLayer: within(LIMITS.layer),
  layerHeight: within(LIMITS.layer),
  lineWidth: within(LIMITS.line),
  base: within(LIMITS.base),
  most: within(LIMITS.most),
  leastIsland: within(LIMITS.island),
  light: string(),
  face: string(),
  mostSwaps: whole(LIMITS.swaps),
  mostSpools: whole(LIMITS.spools),
});

const TURNS = [
  { value: '0', words: 'as it is' },
  { value: '1', words: 'a quarter to the right' },
  { value: '2', words: 'upside down' },
  { value: '3', words: 'a quarter to the left' },
];

/** All that a relief is made with. */
export function ReliefForm({ drawing, onChange }: ReliefFormProps) {
  return (
    <SavedForm<ReliefDrawing>
      values={drawing}
      rules={rules}
      onSave={(path, value) => onChange(withField(drawing, path, value))}
    >
      <div className="grid gap-4 *:min-w-0">
        <FieldGroup title="Colours">
          <RadioInput<ReliefDrawing['light'], ReliefDrawing>
            field="light"
            label="Seen"
            options={{ day: 'in daylight', lamp: 'backlit' }}
          />
          <Length field="mostSwaps" label="Swaps, at most" unit="" />
          <Length field="mostSpools" label="Spools, at most" unit="" />
          <SpoolChoice chosen={drawing.spools} onChange={(spools) => onChange({ spools })} />
        </FieldGroup>
        <FieldGroup title="Size and heights">
          <TextInput<ReliefDrawing> field="name" label="Name" most={LONGEST_NAME} />
          <Length field="width" label="Width of the picture" />
          <Length field="frame" label="Frame, 0 for none" />
          <Length field="hole" label="Hole at the top, 0 for none" />
          <Length field="base" label="Base, at least" />
          <Length field="most" label="Height, at most" />
          <RadioInput<ReliefDrawing['face'], ReliefDrawing>
            field="face"
            label="Face"
            options={{ up: 'up', down: 'down, mirrored' }}
          />
        </FieldGroup>
        <FieldGroup title="Picture">
          <SelectField
            label="Turn"
            value={String(drawing.turn)}
            options={TURNS}
            onChange={(turn) => onChange({ turn: Number(turn) as ReliefDrawing['turn'] })}
          />
          <TickInput<ReliefDrawing> field="isMirrored">Mirror the picture</TickInput>
          <Length field="brightness" label="Brighter" unit="%" />
          <Length field="contrast" label="Contrast" unit="%" />
          <Length field="smoothing" label="Smoothing, radius" />
          <Length field="crop.left" label="Cut off at the left" unit="%" />
          <Length field="crop.right" label="Cut off at the right" unit="%" />
          <Length field="crop.top" label="Cut off at the top" unit="%" />
          <Length field="crop.bottom" label="Cut off at the bottom" unit="%" />
        </FieldGroup>
        <FieldGroup title="Printing">
          <Length field="firstLayer" label="First layer" />
          <Length field="layerHeight" label="All others" />
          <Length field="lineWidth" label="Width of a line" />
          <Length field="leastIsland" label="Join parts below" unit="mm²" />
        </FieldGroup>
      </div>
    </SavedForm>
  );
}

interface LengthProps {
  readonly field: FieldPathByValue<ReliefDrawing, number>;
  readonly label: string;
  readonly unit?: string;
}

function Length({ field, label, unit = 'mm' }: LengthProps) {
  return <NumberInput<ReliefDrawing> field={field} label={label} unit={unit} />;
}
