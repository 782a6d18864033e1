'use client';

import { SelectField } from '@/components/controls/Select';
import { NumberField } from '@/components/form/NumberField';
import { USUAL_HOMING, type Homing, type ZHome } from '@/core/printer/homeKinds';
import { reachOf, type Printer } from '@/core/printer/printer';

interface HomingFieldsProps {
  readonly printer: Printer;
  readonly onChange: (homing: Homing | null) => void;
}

const Z_WORDS: Readonly<Record<ZHome | 'unknown', string>> = {
  unknown: 'I do not know',
  corner: 'where X and Y home',
  middle: 'over the bed’s middle',
  place: 'at a place',
  top: 'upwards',
};
const FAR = 2000;

/** Where a printer homes X, Y and Z, with which probe, and what it probes. */
export function HomingFields({ printer, onChange }: HomingFieldsProps) {
  const { homing } = printer;
  const { minX, maxX, minY, maxY } = reachOf(printer);
  const known = homing ?? USUAL_HOMING;
  const set = (part: Partial<Homing>): void => onChange({ ...known, ...part });
  const middle = { x: (minX + maxX) / 2, y: (minY + maxY) / 2 };
  return (
    <>
      <SelectField
        label="Homes Z"
        value={homing?.z ?? 'unknown'}
        options={(Object.keys(Z_WORDS) as (keyof typeof Z_WORDS)[]).map((value) => ({
          value,
          words: Z_WORDS[value],
        }))}
        onChange={(z) =>
          z === 'unknown'
            ? onChange(null)
            : set({ z, place: z === 'place' ? (known.place ?? middle) : null })
        }
      />
      {homing === null ? (
        <p className="text-sm text-caution">
          Until you say so, Lamella only warns where the printer homes over a part.
        </p>
      ) : (
        <Details homing={homing} whole={{ minX, maxX, minY, maxY }} onSet={set} />
      )}
    </>
  );
}

interface DetailsProps {
  readonly homing: Homing;
  /** The whole bed. */
  readonly whole: NonNullable<Homing['area']>;
  readonly onSet: (part: Partial<Homing>) => void;
}

/** At which ends, at which place, and with what. */
function Details({ homing, whole, onSet: set }: DetailsProps) {
  return (
    <>
      <SelectField
        label="Homes X"
        value={homing.x}
        options={[
          { value: 'low', words: 'at the left' },
          { value: 'high', words: 'at the right' },
        ]}
        onChange={(x) => set({ x })}
      />
      <SelectField
        label="Homes Y"
        value={homing.y}
        options={[
          { value: 'low', words: 'at the front' },
          { value: 'high', words: 'at the back' },
        ]}
        onChange={(y) => set({ y })}
      />
      {homing.place && (
        <>
          <Coordinate
            label="Homes Z at X"
            value={homing.place.x}
            onChange={(x) => set({ place: { ...homing.place!, x } })}
          />
          <Coordinate
            label="Homes Z at Y"
            value={homing.place.y}
            onChange={(y) => set({ place: { ...homing.place!, y } })}
          />
        </>
      )}
      <SelectField
        label="Finds the bed with"
        value={homing.probe ? 'probe' : 'nozzle'}
        options={[
          { value: 'nozzle', words: 'nozzle or switch' },
          { value: 'probe', words: 'a probe' },
        ]}
        onChange={(by) => set({ probe: by === 'probe' ? { dx: -30, dy: 0 } : null })}
      />
      {homing.probe && (
        <>
          <Coordinate
            label="Probe right of the nozzle"
            value={homing.probe.dx}
            onChange={(dx) => set({ probe: { ...homing.probe!, dx } })}
          />
          <Coordinate
            label="Probe behind the nozzle"
            value={homing.probe.dy}
            onChange={(dy) => set({ probe: { ...homing.probe!, dy } })}
          />
        </>
      )}
      <Area homing={homing} whole={whole} onArea={(area) => set({ area })} />
    </>
  );
}

interface AreaProps {
  readonly homing: Homing;
  readonly whole: NonNullable<Homing['area']>;
  readonly onArea: (area: Homing['area']) => void;
}

/** What of the bed is probed before a print. */
function Area({ homing: { area }, whole, onArea }: AreaProps) {
  return (
    <>
      <SelectField
        label="Probes before a print"
        value={area ? 'area' : 'none'}
        options={[
          { value: 'none', words: 'nothing' },
          { value: 'area', words: 'an area' },
        ]}
        onChange={(what) => onArea(what === 'area' ? whole : null)}
      />
      {area &&
        (
          [
            ['minX', 'Probes from X'],
            ['maxX', 'Probes to X'],
            ['minY', 'Probes from Y'],
            ['maxY', 'Probes to Y'],
          ] as const
        ).map(([side, label]) => (
          <Coordinate
            key={side}
            label={label}
            value={area[side]}
            onChange={(at) => onArea({ ...area, [side]: at })}
          />
        ))}
    </>
  );
}

interface CoordinateProps {
  readonly label: string;
  readonly value: number;
  readonly onChange: (value: number) => void;
}

function Coordinate({ label, value, onChange }: CoordinateProps) {
  return (
    <NumberField
      label={label}
      unit="mm"
      min={-FAR}
      max={FAR}
      value={value}
      onChange={(at) => at !== null && onChange(at)}
    />
  );
}
