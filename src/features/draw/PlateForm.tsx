'use client';

import { Button } from '@/components/Button';
import { NumberField } from '@/components/NumberField';
import { STARTING_PALETTE } from '@/core/filament/palette';
import {
  FONTS,
  heightOf,
  MOST_INKS,
  PICTURE_PLACES,
  PLATE_LIMITS,
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

const FIELD = 'rounded-md border border-edge bg-paper px-2 py-1';
const LIMITS = PLATE_LIMITS;

/** All that a plate is made of. */
export function PlateForm(props: PlateFormProps) {
  const { drawing, onChange } = props;
  const of = { drawing, onChange };
  return (
    <form className="grid gap-4 *:min-w-0" onSubmit={(event) => event.preventDefault()}>
      <TextGroup {...props} />
      <PictureGroup {...props} />
      <PlateGroup {...props} />
      <Group title="Colours and heights">
        <Choice
          legend="Colours"
          value={drawing.arrangement}
          options={{ heights: 'each with its height', beside: 'side by side' }}
          onChange={(arrangement) => onChange({ arrangement })}
        />
        <Choice
          legend="Face"
          value={drawing.face}
          options={{ up: 'up', down: 'down, on the bed' }}
          onChange={(face) => onChange({ face })}
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
      </Group>
      <Group title="Printing">
        <Length name="firstLayer" label="First layer" limits={LIMITS.layer} {...of} />
        <Length name="layerHeight" label="All others" limits={LIMITS.layer} {...of} />
        <Length name="lineWidth" label="Width of a line" limits={LIMITS.line} {...of} />
      </Group>
    </form>
  );
}

interface LengthProps extends Pick<PlateFormProps, 'drawing' | 'onChange'> {
  readonly name:
    | 'width'
    | 'depth'
    | 'radius'
    | 'border'
    | 'textSize'
    | 'pictureHeight'
    | 'holeDiameter'
    | 'firstLayer'
    | 'layerHeight'
    | 'lineWidth';
  readonly label: string;
  readonly limits: { readonly least: number; readonly most: number };
}

/** A length of the plate, mm. */
function Length({ name, label, limits, drawing, onChange }: LengthProps) {
  return (
    <NumberField
      label={label}
      unit="mm"
      value={drawing[name]}
      min={limits.least}
      max={limits.most}
      onChange={(value) => value !== null && onChange({ [name]: value })}
    />
  );
}

function Group({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <fieldset className="grid gap-1 *:min-w-0">
      <legend className="mb-1 font-semibold">{title}</legend>
      {children}
    </fieldset>
  );
}

interface ChoiceProps<T extends string> {
  readonly legend: string;
  readonly value: T;
  readonly options: Readonly<Record<T, string>>;
  readonly onChange: (value: T) => void;
}

function Choice<T extends string>({ legend, value, options, onChange }: ChoiceProps<T>) {
  return (
    <div role="radiogroup" aria-label={legend} className="flex flex-wrap items-center gap-x-3">
      <span className="flex-1">{legend}</span>
      {(Object.keys(options) as T[]).map((one) => (
        <label key={one} className="flex min-h-8 items-center gap-1.5">
          <input
            type="radio"
            name={legend}
            checked={value === one}
            onChange={() => onChange(one)}
          />
          {options[one]}
        </label>
      ))}
    </div>
  );
}

interface InkChoiceProps {
  readonly label: React.ReactNode;
  readonly drawing: PlateDrawing;
  readonly value: number;
  readonly onChange: (ink: number) => void;
}

/** Which colour of the plate something is drawn in. */
function InkChoice({ label, drawing, value, onChange }: InkChoiceProps) {
  if (drawing.inks.length < 2) return null;
  return (
    <label className="flex min-h-8 items-center gap-2">
      <span className="flex-1">{label}</span>
      <select
        value={Math.min(value, drawing.inks.length - 1)}
        onChange={({ currentTarget }) => onChange(Number(currentTarget.value))}
        className={FIELD}
      >
        {drawing.inks.map(({ letter }, i) => (
          <option key={i} value={i}>
            {nameOf(letter)}
          </option>
        ))}
      </select>
    </label>
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
      <label className="flex min-w-0 flex-1 items-center gap-2">
        <span className="w-17 shrink-0">{label}</span>
        <select
          aria-label={`Filament of ${label}`}
          value={letter}
          onChange={({ currentTarget }) => onLetter(currentTarget.value)}
          className={`${FIELD} min-w-0 flex-1`}
        >
          {STARTING_PALETTE.map((one) => (
            <option key={one.letter} value={one.letter}>
              {nameOf(one.letter)}
            </option>
          ))}
        </select>
      </label>
      <label className="flex items-center gap-1 text-sm">
        <input
          type="number"
          min={LIMITS.layers.least}
          max={LIMITS.layers.most}
          value={layers}
          aria-label={`Layers of ${label}`}
          onChange={({ currentTarget }) => {
            const value = currentTarget.valueAsNumber;
            if (
              Number.isInteger(value) &&
              value >= LIMITS.layers.least &&
              value <= LIMITS.layers.most
            ) {
              onLayers(value);
            }
          }}
          className={`${FIELD} w-14`}
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
          One more colour
        </Button>
        <Button disabled={inks.length <= 1} onClick={() => onChange({ inks: inks.slice(0, -1) })}>
          One less
        </Button>
      </div>
    </>
  );
}

function TextGroup({ drawing, onChange }: PlateFormProps) {
  const of = { drawing, onChange };
  return (
    <Group title="Text">
      <label className="block">
        <span className="sr-only">Text</span>
        <textarea
          rows={2}
          value={drawing.text}
          maxLength={200}
          onChange={({ currentTarget }) => onChange({ text: currentTarget.value })}
          className={`${FIELD} w-full`}
        />
      </label>
      <label className="flex min-h-8 items-center gap-2">
        <span className="flex-1">Font</span>
        <select
          value={drawing.font}
          onChange={({ currentTarget }) => onChange({ font: currentTarget.value as FontName })}
          className={FIELD}
        >
          {Object.entries(FONTS).map(([font, words]) => (
            <option key={font} value={font}>
              {words}
            </option>
          ))}
        </select>
      </label>
      <Length name="textSize" label="Size of a line" limits={LIMITS.text} {...of} />
      <InkChoice
        label="Colour of the text"
        drawing={drawing}
        value={drawing.textInk}
        onChange={(textInk) => onChange({ textInk })}
      />
    </Group>
  );
}

function PictureGroup({ drawing, picture, onChange, onPicture, onNoPicture }: PlateFormProps) {
  const of = { drawing, onChange };
  return (
    <Group title="Picture">
      <div className="flex flex-wrap items-center gap-2">
        <Button onClick={onPicture}>{picture ? 'Another picture' : 'Add a picture'}</Button>
        {picture && <Button onClick={onNoPicture}>Take it off</Button>}
      </div>
      {!picture && (
        <p className="text-sm text-muted">
          A drawing (.svg), or a picture in black and white or a few flat colours.
        </p>
      )}
      {picture && (
        <>
          <Length name="pictureHeight" label="Height" limits={LIMITS.picture} {...of} />
          <label className="flex min-h-8 items-center gap-2">
            <span className="flex-1">It stands</span>
            <select
              value={drawing.picturePlace}
              onChange={({ currentTarget }) =>
                onChange({ picturePlace: currentTarget.value as PicturePlace })
              }
              className={FIELD}
            >
              {Object.entries(PICTURE_PLACES).map(([place, words]) => (
                <option key={place} value={place}>
                  {words}
                </option>
              ))}
            </select>
          </label>
          {picture.colours.map(({ colour }, i) => (
            <InkChoice
              key={i}
              label={
                <>
                  <span
                    aria-hidden
                    className="mr-2 inline-block size-4 rounded border border-edge align-middle"
                    style={{ background: colour }}
                  />
                  Its colour {i + 1}
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
    </Group>
  );
}

function PlateGroup({ drawing, onChange }: PlateFormProps) {
  const of = { drawing, onChange };
  return (
    <Group title="Plate">
      <Length name="width" label="Width" limits={LIMITS.side} {...of} />
      <Length name="depth" label="Depth" limits={LIMITS.side} {...of} />
      <Length name="radius" label="Corners, radius" limits={LIMITS.radius} {...of} />
      <Length name="border" label="Border, 0 for none" limits={LIMITS.border} {...of} />
      {drawing.border > 0 && (
        <InkChoice
          label="Colour of the border"
          drawing={drawing}
          value={drawing.borderInk}
          onChange={(borderInk) => onChange({ borderInk })}
        />
      )}
      <label className="flex min-h-8 items-center gap-2">
        <span className="flex-1">Holes</span>
        <select
          value={drawing.holes}
          onChange={({ currentTarget }) =>
            onChange({ holes: Number(currentTarget.value) as PlateDrawing['holes'] })
          }
          className={FIELD}
        >
          <option value={0}>none</option>
          <option value={1}>one, at the top</option>
          <option value={2}>two, at the sides</option>
        </select>
      </label>
      {drawing.holes > 0 && (
        <Length name="holeDiameter" label="Diameter" limits={LIMITS.hole} {...of} />
      )}
    </Group>
  );
}
