'use client';

import { InlineNumber } from '@/components/form/InlineNumber';
import { Dialog } from 'radix-ui';
import { useState } from 'react';
import { DialogFrame } from '@/components/DialogFrame';
import { formatMm } from '@/core/format';
import { anchorsOf, scaleHeights } from '@/core/plan/edits/reslice';
import { useJob } from '@/base/job/jobContext';

interface ScaleDialogProps {
  readonly open: boolean;
  readonly onClose: () => void;
}

/** What becomes of the colour heights when the part is sliced larger or smaller. */
export function ScaleDialog({ open, onClose }: ScaleDialogProps) {
  const { plan, reading, analysis } = useJob();
  const [z, setZ] = useState(100);
  const [xy, setXy] = useState(100);
  const { layers, footprint } = reading;
  const first = layers[0].thickness;
  const usual = layers[1]?.thickness ?? first;
  const anchors = anchorsOf(plan, { layers, steps: analysis.steps });
  const heights = scaleHeights(anchors, z / 100, first, usual);
  const width = (footprint.columns * footprint.cellMm * xy) / 100;
  const depth = (footprint.rows * footprint.cellMm * xy) / 100;
  const top = ((layers.at(-1)?.z ?? 0) * z) / 100;
  return (
    <Dialog.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <DialogFrame
        title="Scale part"
        description="You scale when you slice. Here you see what that does to the plan. Then re-slice the part and open that file for this job."
      >
        <div className="flex flex-wrap gap-4">
          <PercentField label="Height (Z)" value={z} onChange={setZ} />
          <PercentField label="Width and depth (X, Y)" value={xy} onChange={setXy} />
        </div>
        <p className="mt-3">
          The print will be about {width.toFixed(0)} × {depth.toFixed(0)} mm and {formatMm(top)} mm
          high.{' '}
          {z === 100
            ? 'All colour heights stay the same: width and depth do not move them.'
            : 'All colour heights move with Z; width and depth do not move them.'}
        </p>
        {heights.length === 0 ? (
          <p className="mt-3 text-muted">The plan has no swaps yet.</p>
        ) : (
          <table className="mt-3 w-full text-left text-sm">
            <thead className="text-muted">
              <tr>
                <th className="py-1 font-medium">Swap</th>
                <th className="font-medium">Current height</th>
                <th className="font-medium">New height</th>
                <th className="font-medium">Nearest layer boundary</th>
              </tr>
            </thead>
            <tbody>
              {heights.map(({ layer, z: now, scaled, fits }) => (
                <tr key={layer} className="border-t border-line">
                  <td className="py-1">before layer {layer}</td>
                  <td>{formatMm(now)} mm</td>
                  <td>{formatMm(scaled)} mm</td>
                  <td>{formatMm(fits)} mm</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        <p className="mt-3 text-sm text-muted">
          A height fits if it equals the first layer, {formatMm(first)} mm, plus whole layers of{' '}
          {formatMm(usual)} mm.
        </p>
      </DialogFrame>
    </Dialog.Root>
  );
}

interface PercentFieldProps {
  readonly label: string;
  readonly value: number;
  readonly onChange: (value: number) => void;
}

function PercentField({ label, value, onChange }: PercentFieldProps) {
  return (
    <label className="flex items-center gap-2">
      {label}
      <InlineNumber
        min={1}
        max={1000}
        step={0.1}
        value={value}
        onChange={onChange}
        className="w-22"
      />
      %
    </label>
  );
}
