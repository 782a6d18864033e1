'use client';

import { FIELD } from '@/components/controls/fieldLook';
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
    else toast.error('The browser blocked copying. Select the link and copy it yourself.');
  };
  const save = async (): Promise<void> => {
    const { saveRun } = await import('./saveRun');
    await saveRun(run);
  };
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <DialogFrame
        title="Share run"
        description="The link contains the plan of this run and everything you have recorded so far. It does not pass through any server."
      >
        <div className="grid gap-3">
          {code && (
            // Drawn here, from the link alone.
            // eslint-disable-next-line @next/next/no-img-element
            <img
              src={code}
              alt="QR code of the link"
              className="mx-auto w-64 max-w-full rounded bg-white"
            />
          )}
          {link === undefined ? (
            <p role="status">
              This run is too long for a link: browsers and messengers allow{' '}
              {MOST_LINK_LETTERS.toLocaleString('en')} characters at most. Save the run as a file
              instead.
            </p>
          ) : (
            <>
              {!shown && <p>The run is too long for a QR code. Send yourself the link.</p>}
              <label className="grid gap-1 text-sm">
                Link
                <textarea
                  readOnly
                  rows={3}
                  value={link}
                  className={`${FIELD} font-mono text-xs break-all`}
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
              ? 'On the computer, open the link, or choose Import shared run and paste it there. Entries from both devices are merged.'
              : 'From then on the other device keeps its own list. Share it back from there to merge the entries of both.'}
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
      Only this computer can reach Lamella, so the link does not work on a phone. See{' '}
      <em>docs/home-network.md</em> to open Lamella to other devices.
    </p>
  );
}
