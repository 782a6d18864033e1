'use client';

import { Dialog } from 'radix-ui';
import { toString as qrText } from 'qrcode';
import { useEffect, useMemo, useState } from 'react';
import { Button } from '@/components/Button';
import { DialogFrame } from '@/components/DialogFrame';
import { packRun } from '@/core/run/handOver';
import type { Run } from '@/store/records';
import { toast } from '@/store/toast';

/** Letters that a square of dots still holds so that a phone's camera reads it. */
const MOST_LETTERS = 2400;

/** A run for the phone: a link, and the same as a square to photograph. */
export function ToPhone({ run, onClose }: { run: Run; onClose: () => void }) {
  const [square, setSquare] = useState<string | null>(null);
  const { id, runPlan, startAt, events } = run;
  const [link, short] = useMemo(() => {
    // Without the times of single layers it is much shorter; only "it is at layer" is lost with them.
    const plans = [runPlan, { ...runPlan, layerStarts: null }];
    return plans.map(
      (plan) => `${location.origin}/run#${packRun({ id, runPlan: plan, startAt, events })}`,
    );
  }, [id, runPlan, startAt, events]);
  const shown = link.length <= MOST_LETTERS ? link : short;
  const fits = shown.length <= MOST_LETTERS;
  useEffect(() => {
    if (!fits) return;
    qrText(shown, { type: 'svg', errorCorrectionLevel: 'L', margin: 2 })
      .then((svg) => setSquare(`data:image/svg+xml;utf8,${encodeURIComponent(svg)}`))
      .catch(() => setSquare(null));
  }, [shown, fits]);
  const copy = async (): Promise<void> => {
    try {
      await navigator.clipboard.writeText(link);
      toast('The link is copied.');
    } catch {
      toast.error('The browser does not let the link be copied. Mark it and copy it by hand.');
    }
  };
  const isLocal = /^(localhost|127\.|\[::1\])/.test(location.host);
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <DialogFrame
        title="Hand over to the phone"
        description="The link holds the plan of this run and what you have told so far; nothing goes through anybody else’s server."
      >
        <div className="grid gap-3">
          {square && (
            // Drawn here, from the link alone.
            // eslint-disable-next-line @next/next/no-img-element
            <img
              src={square}
              alt="The link as a square of dots, for the phone’s camera"
              className="mx-auto w-64 rounded bg-white"
            />
          )}
          {!fits && <p>The run is too long for a square of dots. Send yourself the link.</p>}
          <label className="grid gap-1 text-sm">
            Link
            <textarea
              readOnly
              rows={3}
              value={link}
              className="rounded border border-edge bg-paper p-2 font-mono text-xs break-all"
            />
          </label>
          <Button className="min-h-11" onClick={copy}>
            Copy the link
          </Button>
          {isLocal && (
            <p className="rounded-md bg-caution-soft px-3 py-2 text-sm">
              Lamella is served to this computer alone, so the phone does not reach this link. See
              the README, <em>In the home network</em>, for what it means to open it to other
              devices.
            </p>
          )}
        </div>
      </DialogFrame>
    </Dialog.Root>
  );
}
