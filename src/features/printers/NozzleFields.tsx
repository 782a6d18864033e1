'use client';

import { NumberInput } from '@/components/form/fields';
import type { Printer } from '@/core/printer/printer';
import { ProfileNumber } from './ProfileNumber';
import type { NozzleShape } from '@/core/printer/nozzleShape';

/** The nozzle's shape outside: how far it may go down between what is higher, with a drawing of it. */
export function NozzleFields({ nozzle }: { readonly nozzle: NozzleShape }) {
  return (
    <>
      <NozzlePicture nozzle={nozzle} />
      <ProfileNumber field="nozzle.tipMm" label="Flat at the tip" unit="mm" />
      <ProfileNumber field="nozzle.coneDegrees" label="Cone angle from the axis" unit="°" />
      <NumberInput<Printer>
        field="nozzle.headClearance.radiusMm"
        label="Clear radius around the head"
        unit="mm"
      />
      <ProfileNumber
        field="nozzle.headClearance.heightMm"
        label="Nothing in it may be higher than"
        unit="mm"
      />
    </>
  );
}

/** Px per mm, and the place of the nozzle's end. */
const SCALE = 12;
const MIDDLE = 110;
const END = 84;

/** The nozzle from the side, to scale: its flat, its cone, and the head above it. */
function NozzlePicture({ nozzle: { tipMm, coneDegrees, headClearance } }: { nozzle: NozzleShape }) {
  const height = Math.min(5.5, Math.max(0.5, headClearance.heightMm));
  const half = (tipMm / 2) * SCALE;
  const rise = height * SCALE;
  const wide = Math.min(100, half + rise * Math.tan((coneDegrees * Math.PI) / 180));
  const top = END - rise;
  return (
    <svg
      role="img"
      aria-label={`The nozzle from the side: a flat of ${tipMm} mm, a cone of ${coneDegrees} degrees from the axis, and the head ${headClearance.heightMm} mm above its end.`}
      viewBox="0 0 220 100"
      className="my-1 w-full max-w-72 rounded-md border border-line bg-paper"
    >
      <path d={`M4 ${top} H216 V4 H4 Z`} className="fill-sunk stroke-edge" />
      <path
        d={`M${MIDDLE - half} ${END} H${MIDDLE + half} L${MIDDLE + wide} ${top} H${MIDDLE - wide} Z`}
        className="fill-accent-soft stroke-accent"
        strokeWidth={1.5}
      />
      <path d={`M4 ${END} H216`} className="stroke-edge" strokeDasharray="3 3" />
      <text x={MIDDLE} y={96} textAnchor="middle" className="fill-ink text-[9px]">
        {tipMm} mm
      </text>
      <text x={10} y={top - 4} className="fill-muted text-[9px]">
        head
      </text>
    </svg>
  );
}
