'use client';

import { CircleAlert, Info, TriangleAlert } from 'lucide-react';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { PrintPictureCanvas } from '@/base/pictures/PrintPictureCanvas';
import type { Severity } from '@/core/findings';
import { boundsOf } from '@/core/geometry/columns';
import type { ChainFinding } from '@/core/delivery/chain';
import { AskHoming } from '@/base/prints/AskHoming';
import { useSlicedJob } from '@/base/job/jobContext';
import { changePlan } from '@/store/plans/planStore';
import { toast } from '@/store/toast';

const ICONS: Readonly<Record<Severity, typeof Info>> = {
  error: CircleAlert,
  warning: TriangleAlert,
  note: Info,
};
const SEVERITIES: Readonly<Record<Severity, string>> = {
  error: 'Will fail',
  warning: 'May fail',
  note: 'Good to know',
};

/** What nobody can judge who does not know where the printer homes. */
const HOMING_CODES: ReadonlySet<ChainFinding['code']> = new Set([
  'homes-into-print',
  'probes-into-print',
]);

/** What would go wrong if somebody printed the files one after another, as they are; and the way out. */
export function FilesAsTheyAre() {
  const { reading, client, printer, plan } = useSlicedJob();
  const [found, setFound] = useState<readonly (readonly ChainFinding[])[] | null>(null);
  const [isBusy, setBusy] = useState(false);
  if (reading.sources.length === 1) return null;
  const look = async (): Promise<void> => {
    setBusy(true);
    try {
      setFound(await client.chain(printer));
    } catch (error) {
      toast.error(`The files could not be checked. ${String(error)}`);
    } finally {
      setBusy(false);
    }
  };
  const hits = (found ?? []).flat().filter(({ severity }) => severity === 'error').length;
  return (
    <section aria-labelledby="as-they-are" className="pt-5">
      <h2 id="as-they-are" className="text-base font-semibold">
        Original files, one after another
      </h2>
      <p className="text-sm text-muted">
        What would happen if you printed the sliced files as they are, in this order.
      </p>
      <Button className="mt-2" onClick={look} disabled={isBusy}>
        {isBusy ? 'Checking the files…' : 'Check original files'}
      </Button>
      {found?.flat().some(({ code }) => HOMING_CODES.has(code)) && (
        <AskHoming printer={printer} printerId={plan.printerId} />
      )}
      {found && (
        <>
          <p role="status" className="mt-2 font-medium">
            {hits > 0
              ? 'Do not print these files like this.'
              : 'Nothing would be hit. Check what may still go wrong.'}
          </p>
          {hits > 0 && <HitPicture findings={found.flat()} />}
          <ol className="mt-1 grid gap-3">
            {found.map((findings, i) => (
              <li key={reading.sources[i].name}>
                <h3 className="text-sm font-semibold">
                  {i + 1}. {reading.sources[i].name}
                </h3>
                <ul className="grid gap-1 text-sm">
                  {findings.length === 0 && <li className="text-muted">No problems found.</li>}
                  {findings.map((finding, k) => (
                    <FindingItem key={k} finding={finding} />
                  ))}
                </ul>
              </li>
            ))}
          </ol>
          <Button
            className="mt-3"
            onClick={() =>
              changePlan('one file for each sliced file', (now) => ({
                ...now,
                order: 'as-sliced',
                delivery: 'file-per-source',
              }))
            }
          >
            Fix: write one file for each
          </Button>
          <p className="pt-1 text-sm text-muted">
            The new files keep the bed hot, do not home or probe into the part, lift before they
            travel, and leave out skirts.
          </p>
        </>
      )}
    </section>
  );
}

function FindingItem({ finding: { severity, line, message } }: { finding: ChainFinding }) {
  const Icon = ICONS[severity];
  return (
    <li className={`flex gap-2 ${severity === 'error' ? 'font-medium text-danger' : ''}`}>
      <Icon aria-label={SEVERITIES[severity]} size={16} className="mt-0.5 shrink-0" />
      <span>
        {message}
        {line !== null && <span className="text-muted"> Line {line}.</span>}
      </span>
    </li>
  );
}

/** Where the print from above would be hit. */
function HitPicture({ findings }: { findings: readonly ChainFinding[] }) {
  const { job, plan, reading } = useSlicedJob();
  if (!job.picture) return null;
  const { minX, maxX, minY, maxY } = boundsOf(reading.footprint);
  const [width, height] = [maxX - minX, maxY - minY];
  const places = findings.flatMap(({ severity, at }) => (severity === 'error' && at ? [at] : []));
  const r = Math.max(width, height) / 30;
  return (
    <div className="relative mt-2 h-44" style={{ aspectRatio: width / height }}>
      <div className="absolute inset-0 grid *:size-full">
        <PrintPictureCanvas picture={job.picture} plan={plan} layerCount={reading.layers.length} />
      </div>
      <svg
        role="img"
        aria-label={`${places.length} places where the head would hit the print`}
        viewBox={`${minX} ${-maxY} ${width} ${height}`}
        className="absolute inset-0 size-full overflow-visible"
      >
        {places.map(({ x, y }, i) => (
          <circle
            key={i}
            cx={x}
            cy={-y}
            r={r}
            fill="none"
            strokeWidth={r / 3}
            className="stroke-danger"
          />
        ))}
      </svg>
    </div>
  );
}
