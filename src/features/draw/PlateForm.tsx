'use client';

import type { FieldPathByValue } from 'react-hook-form';
import { object, string } from 'yup';
import { Select, SelectField } from '@/components/controls/Select';
import { InlineNumber } from '@/components/form/InlineNumber';
import { Button } from '@/components/Button';
import { ChoiceInput, RadioInput } from '@/components/form/choices';
import { FieldGroup } from '@/components/form/FieldGroup';
import { LinesInput, NumberInput } from '@/components/form/fields';
import { numberRule } from '@/components/form/rules';
import { SavedForm } from '@/components/form/SavedForm';
import { STARTING_PALETTE } from '@/core/filament/palette';
import {
  FONTS,
  heightOf,
  MOST_INKS,
  PICTURE_PLACES,
  PLATE_LIMITS,
  textChange,
  type FontName,
  type Ink,
  type PicturePlace,
  type PlateDrawing,
} from '@/core/draw/plate';
import type { PlatePicture } from '@/core/draw/picture';
import { formatMm } from '@/core/format';

interface PlateFormProps {
  readonly drawing: PlateDrawing;
  readonly picture: PlatePicture | null;
  readonly onChange: (part: Partial<PlateDrawing>) => void;
  readonly onPicture: () => void;
  readonly onNoPicture: () => void;
}

const LIMITS = PLATE_LIMITS;
const HOLES = [
  { value: '0', words: 'none' },
  { value: '1', words: 'one, at the top' },
  { value: '2', words: 'two, at the sides' },
];

const within = ({ least, most }: { readonly least: number; readonly most: number }) =>
  numberRule(least, most);

/** What may be typed into a plate. */
const rules = object({
  text: string().max(200),
  font: string(),
  textSize: within(LIMITS.text),
  pictureHeight: within(LIMITS.picture),
  picturePlace: string(),
  width: within(LIMITS.side),
  depth: within(LIMITS.side),
  radius: within(LIMITS.radius),
  border: within(LIMITS.border),
  holeDiameter: within(LIMITS.hole),
  arrangement: string(),
  face: string(),
  firstLayer: within(LIMITS.layer),
  layerHeight: within(LIMITS.layer),
  lineWidth: within(LIMITS.line),
});

/** All that a plate is made of. */
export function PlateForm(props: PlateFormProps) {
  const { drawing, onChange } = props;
  return (
    <SavedForm<PlateDrawing>
      values={drawing}
      rules={rules}
      onSave={(path, value) =>
        onChange(path === 'text' ? textChange(drawing, value as string) : { [path]: value })
      }
    >
      <div className="grid gap-4 *:min-w-0">
        <TextGroup {...props} />
        <PictureGroup {...props} />
        <PlateGroup {...props} />
        <FieldGroup title="Colours and heights">
          <RadioInput<PlateDrawing['arrangement'], PlateDrawing>
            field="arrangement"
            label="Colours"
            options={{ heights: 'one height each', beside: 'side by side' }}
          />
          <RadioInput<PlateDrawing['face'], PlateDrawing>
            field="face"
            label="Face"
            options={{ up: 'up', down: 'down, on the bed' }}
          />
          <LayersRow
            label="Base"
            letter={drawing.baseLetter}
            layers={drawing.baseLayers}
            height={heightOf(drawing, drawing.baseLayers)}
            onLetter={(baseLetter) => onChange({ baseLetter })}
            onLayers={(baseLayers) => onChange({ baseLayers })}
          />
          <Inks drawing={drawing} onChange={onChange} />
        </FieldGroup>
        <FieldGroup title="Printing">
          <Length field="firstLayer" label="First layer" />
          <Length field="layerHeight" label="All others" />
          <Length field="lineWidth" label="Width of a line" />
        </FieldGroup>
      </div>
    </SavedForm>
  );
}

interface LengthProps {
  readonly field: FieldPathByValue<PlateDrawing, number>;
  readonly label: string;
}

/** A length of the plate, mm. */
function Length({ field, label }: LengthProps) {
  return <NumberInput<PlateDrawing> field={field} label={label} unit="mm" />;
}

interface InkChoiceProps {
  readonly label: string;
  /** Shown instead of `label` where words are not enough. */
  readonly shown?: React.ReactNode;
  readonly drawing: PlateDrawing;
  readonly value: number;
  readonly onChange: (ink: number) => void;
}

/** Which colour of the plate something is drawn in. */
function InkChoice({ label, shown, drawing, value, onChange }: InkChoiceProps) {
  if (drawing.inks.length < 2) return null;
  return (
    <SelectField
      label={label}
      shown={shown}
      value={String(Math.min(value, drawing.inks.length - 1))}
      options={drawing.inks.map(({ letter }, i) => ({ value: String(i), words: nameOf(letter) }))}
      onChange={(ink) => onChange(Number(ink))}
    />
  );
}

const nameOf = (letter: string): string => {
  const found = STARTING_PALETTE.find((one) => one.letter === letter);
  return `${letter} ${found?.name ?? ''}`;
};

interface LayersRowProps {
  readonly label: string;
  readonly letter: string;
  readonly layers: number;
  /** Mm over the bed at its top; null where that is said elsewhere. */
  readonly height: number | null;
  readonly onLetter: (letter: string) => void;
  readonly onLayers: (layers: number) => void;
}

function LayersRow({ label, letter, layers, height, onLetter, onLayers }: LayersRowProps) {
  return (
    <div className="flex min-h-8 items-center gap-2">
      <span aria-hidden className="w-17 shrink-0">
        {label}
      </span>
      <Select
        label={`Filament of ${label}`}
        value={letter}
        options={STARTING_PALETTE.map((one) => ({
          value: one.letter,
          words: nameOf(one.letter),
        }))}
        onChange={onLetter}
        className="min-w-0 flex-1"
      />
      <label className="flex items-center gap-1 text-sm">
        <InlineNumber
          name={`Layers of ${label}`}
          min={LIMITS.layers.least}
          max={LIMITS.layers.most}
          step={1}
          value={layers}
          onChange={onLayers}
          className="w-14"
        />
        layers
      </label>
      <span className="w-14 shrink-0 text-right text-sm text-muted">
        {height === null ? '' : `${formatMm(height)} mm`}
      </span>
    </div>
  );
}

/** The colours on the base, from the lowest up. */
function Inks({ drawing, onChange }: Pick<PlateFormProps, 'drawing' | 'onChange'>) {
  const { inks, arrangement } = drawing;
  const edit = (i: number, part: Partial<Ink>): void =>
    onChange({ inks: inks.map((ink, k) => (k === i ? { ...ink, ...part } : ink)) });
  const topOf = (i: number): number =>
    inks.slice(0, i + 1).reduce((sum, { layers }) => sum + layers, drawing.baseLayers);
  return (
    <>
      {inks.map((ink, i) => (
        <LayersRow
          key={i}
          label={`Colour ${i + 1}`}
          letter={ink.letter}
          layers={ink.layers}
          height={arrangement === 'heights' ? heightOf(drawing, topOf(i)) : null}
          onLetter={(letter) => edit(i, { letter })}
          onLayers={(layers) =>
            // Side by side all lie equally deep.
            arrangement === 'beside'
              ? onChange({ inks: inks.map((one) => ({ ...one, layers })) })
              : edit(i, { layers })
          }
        />
      ))}
      <div className="flex gap-2">
        <Button
          disabled={inks.length >= MOST_INKS}
          onClick={() => {
            const used = new Set([drawing.baseLetter, ...inks.map(({ letter }) => letter)]);
            const free = STARTING_PALETTE.find(({ letter }) => !used.has(letter))?.letter ?? 'A';
            onChange({ inks: [...inks, { letter: free, layers: inks.at(-1)?.layers ?? 3 }] });
          }}
        >
          Add colour
        </Button>
        <Button disabled={inks.length <= 1} onClick={() => onChange({ inks: inks.slice(0, -1) })}>
          Remove colour
        </Button>
      </div>
    </>
  );
}

function TextGroup({ drawing, onChange }: PlateFormProps) {
  return (
    <FieldGroup title="Text">
      <LinesInput<PlateDrawing> field="text" label="Text" isLabelHidden most={200} rows={2} />
      <ChoiceInput<FontName, PlateDrawing> field="font" label="Font" options={FONTS} />
      <Length field="textSize" label="Size of a line" />
      <InkChoice
        label="Colour of the text"
        drawing={drawing}
        value={drawing.textInk}
        onChange={(textInk) => onChange({ textInk })}
      />
    </FieldGroup>
  );
}

function PictureGroup({ drawing, picture, onChange, onPicture, onNoPicture }: PlateFormProps) {
  return (
    <FieldGroup title="Picture">
      <div className="flex flex-wrap items-center gap-2">
        <Button onClick={onPicture}>{picture ? 'Replace picture…' : 'Add picture…'}</Button>
        {picture && <Button onClick={onNoPicture}>Remove picture</Button>}
      </div>
      {!picture && (
        <p className="text-sm text-muted">
          A drawing (.svg), or a picture in black and white or a few flat colours.
        </p>
      )}
      {picture && (
        <>
          <Length field="pictureHeight" label="Height" />
          <ChoiceInput<PicturePlace, PlateDrawing>
            field="picturePlace"
            label="Position"
            options={PICTURE_PLACES}
          />
          {picture.colours.map(({ colour }, i) => (
            <InkChoice
              key={i}
              label={`Colour of the picture ${i + 1}`}
              shown={
                <>
                  <span
                    aria-hidden
                    className="mr-2 inline-block size-4 rounded border border-edge align-middle"
                    style={{ background: colour }}
                  />
                  Colour of the picture {i + 1}
                </>
              }
              drawing={drawing}
              value={drawing.pictureInks[i] ?? 0}
              onChange={(ink) => {
                const pictureInks = picture.colours.map((_, k) => drawing.pictureInks[k] ?? 0);
                onChange({ pictureInks: pictureInks.with(i, ink) });
              }}
            />
          ))}
        </>
      )}
    </FieldGroup>
  );
}

function PlateGroup({ drawing, onChange }: PlateFormProps) {
  return (
    <FieldGroup title="Plate">
      <Length field="width" label="Width" />
      <Length field="depth" label="Depth" />
      <Length field="radius" label="Corners, radius" />
      <Length field="border" label="Border, 0 for none" />
      {drawing.border > 0 && (
        <InkChoice
          label="Colour of the border"
          drawing={drawing}
          value={drawing.borderInk}
          onChange={(borderInk) => onChange({ borderInk })}
        />
      )}
      <SelectField
        label="Holes"
        value={HOLES[drawing.holes].value}
        options={HOLES}
        onChange={(holes) => onChange({ holes: Number(holes) as PlateDrawing['holes'] })}
      />
      {drawing.holes > 0 && <Length field="holeDiameter" label="Diameter" />}
    </FieldGroup>
  );
}
