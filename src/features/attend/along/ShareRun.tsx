'use client';

import { Dialog } from 'radix-ui';
import { toString as qrText } from 'qrcode';
import { useEffect, useMemo, useState } from 'react';
import { Button } from '@/components/Button';
import { copyText } from '@/browser/copyText';
import { DialogFrame } from '@/components/DialogFrame';
import { MOST_LINK_LETTERS, packRun } from '@/core/run/handOver';
import { HANDED } from '@/store/prints/runs';
import type { Run } from '@/store/records/records';
import { toast } from '@/store/toast';

/** Letters that a code of dots still holds so that a phone's camera reads it. */
const MOST_CODE_LETTERS = 2400;

/** A run for another device: a link, the same as a code to scan, and a file. */
export function ShareRun({ run, onClose }: { run: Run; onClose: () => void }) {
  const [code, setCode] = useState<string | null>(null);
  const { id, runPlan, startAt, events } = run;
  const isHanded = run.jobId === HANDED;
  const links = useMemo(() => {
    // Without the times of single layers it is much shorter; only "it is at layer" is lost with them.
    const plans = [runPlan, { ...runPlan, layerStarts: null }];
    return plans
      .map((plan) => `${location.origin}/run#${packRun({ id, runPlan: plan, startAt, events })}`)
      .filter((one) => one.length <= MOST_LINK_LETTERS);
  }, [id, runPlan, startAt, events]);
  const link = links.at(0);
  const shown = links.find((one) => one.length <= MOST_CODE_LETTERS);
  useEffect(() => {
    if (!shown) return;
    qrText(shown, { type: 'svg', errorCorrectionLevel: 'L', margin: 2 })
      .then((svg) => setCode(`data:image/svg+xml;utf8,${encodeURIComponent(svg)}`))
      .catch(() => setCode(null));
  }, [shown]);
  const copy = async (): Promise<void> => {
    if (link !== undefined && (await copyText(link))) toast('The link is copied.');
    else toast.error('The browser does not let the link be copied. Mark it and copy it by hand.');
  };
  const save = async (): Promise<void> => {
    const { saveRun } = await import('./saveRun');
    await saveRun(run);
  };
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <DialogFrame
        title={isHanded ? 'Send to the computer' : 'Share this run'}
        description="The link holds the plan of this run and what you have told so far. It goes through nobody else’s server."
      >
        <div className="grid gap-3">
          {code && (
            // Drawn here, from the link alone.
            // eslint-disable-next-line @next/next/no-img-element
            <img
              src={code}
              alt="The link as a code to scan"
              className="mx-auto w-64 max-w-full rounded bg-white"
            />
          )}
          {link === undefined ? (
            <p role="status">
              This run is too long for a link: browsers and messengers pass on{' '}
              {MOST_LINK_LETTERS.toLocaleString('en')} letters at most. Save it as a file instead.
            </p>
          ) : (
            <>
              {!shown && <p>The run is too long for a code to scan. Send yourself the link.</p>}
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
                Copy link
              </Button>
            </>
          )}
          <Button className="min-h-11" onClick={save}>
            Save as file
          </Button>
          <p className="text-sm text-muted">
            {isHanded
              ? 'On the computer, open the link, or choose Take from another device and paste it there. What was told on both is put together.'
              : 'The other device keeps its own list from then on. Share it back from there, and what was told on both is put together.'}
          </p>
          <LocalNote />
        </div>
      </DialogFrame>
    </Dialog.Root>
  );
}

/** Whether a phone reaches the link at all. */
function LocalNote() {
  const isLocal = /^(localhost|127\.|\[::1\])/.test(location.host);
  if (!isLocal) return null;
  return (
    <p className="rounded-md bg-caution-soft px-3 py-2 text-sm">
      Lamella is served to this computer alone, so a phone does not reach this link. The README
      tells under <em>In the home network</em> what it means to open it to other devices.
    </p>
  );
}
