'use client';

import { FileDown, Layers } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { importFile } from '@/base/files/importFile';
import { PrintPictureCanvas } from '@/base/pictures/PrintPictureCanvas';
import { download } from '@/browser/download';
import { Button } from '@/components/Button';
import { fileStem } from '@/core/fileStem';
import { formatDuration, formatGrams, plural } from '@/core/format';
import type { PieceId } from '@/core/measured/measurement';
import { extrude } from '@/core/model/extrude';
import { writeThreeMf } from '@/core/model/formats/writeThreeMf';
import { isUnfit, type MadePiece, type Unfit } from '@/core/pieces/piece';
import { piecePlan } from '@/core/pieces/piecePlan';
import { smallestModel } from '@/core/pieces/smallest';
import { timeFile, timeSeconds } from '@/core/pieces/timePiece';
import type { Printer } from '@/core/printer/printer';
import { toast } from '@/store/toast';
import { fileOf, usePieceFacts } from './usePieceFacts';
import { PIECE_WORDS } from './pieceWords';

interface PieceFileProps {
  readonly made: MadePiece | Unfit | null;
  readonly piece: PieceId;
  readonly printer: Printer;
  readonly printerId: string | null;
}

/** The piece as a file: what it takes, and where it goes. */
export function PieceFile({ made, piece, printer, printerId }: PieceFileProps) {
  const ready = made && !isUnfit(made) ? made : null;
  const { facts, trouble } = usePieceFacts(ready, printer);
  const stem = fileStem(`${PIECE_WORDS[piece].name} ${printer.name}`, 'piece');
  if (piece === 'stop') {
    return (
      <p className="pt-3">
        About three minutes, and no filament. The test gives you the file and asks what happened.
      </p>
    );
  }
  if (piece === 'time') {
    return (
      <div className="pt-3">
        <p role="status" className="pb-2">
          About {formatDuration(timeSeconds(printer))}, and no filament.
        </p>
        <Moves />
        <Button
          kind="primary"
          onClick={() =>
            download(new Blob([timeFile(printer)], { type: 'text/plain' }), `${stem}.gcode`)
          }
        >
          <FileDown aria-hidden size={16} /> Save G-code
        </Button>
      </div>
    );
  }
  if (made && isUnfit(made)) return <p className="pt-3 text-caution">{made.problem}</p>;
  return (
    <div className="pt-3">
      <div className="flex h-52 max-w-lg items-center justify-center rounded-md border border-line bg-paper p-3">
        {facts?.picture ? (
          <PrintPictureCanvas picture={facts.picture} plan={facts.plan} layerCount={facts.layers} />
        ) : (
          <p className="text-muted">{trouble ?? 'Working out the piece…'}</p>
        )}
      </div>
      <p role="status" className="py-2">
        {facts
          ? `${formatDuration(facts.seconds)} and ${formatGrams(facts.grams)}, with ${plural(swapsOf(facts.of), 'swap')}.`
          : 'Working out time and filament…'}
      </p>
      {piece === 'nozzle-reach' && <Moves />}
      {ready && (
        <div className="flex flex-wrap gap-2">
          <ToBench made={ready} stem={stem} printerId={printerId} />
          <Button onClick={() => download(fileOf(ready), `${stem}.gcode`)}>
            <FileDown aria-hidden size={16} /> Save G-code
          </Button>
          {piece === 'smallest' && (
            <Button onClick={() => download(modelOf(ready, printer), `${stem}.3mf`)}>
              <FileDown aria-hidden size={16} /> Save 3D model
            </Button>
          )}
        </div>
      )}
      {piece === 'smallest' && (
        <p className="max-w-prose pt-2 text-sm text-muted">
          The G-code draws every stroke as wide as it is. Slice the 3D model to see what your slicer
          makes of them.
        </p>
      )}
    </div>
  );
}

/** Changes of filament in a piece: its `T` lines, or its one swap. */
function swapsOf({ colours, gcode }: MadePiece): number {
  if (colours.kind !== 'tools') return colours.kind === 'swap' ? 1 : 0;
  return gcode.match(/^T\d/gm)?.length ?? 0;
}

/** What can hurt someone where the head moves in a way that nobody expects. */
function Moves() {
  return (
    <p className="my-2 max-w-lg rounded-md bg-caution-soft px-3 py-2 text-sm">
      Clear the bed first. The nozzle and bed cause burns on contact, and the axes move by
      themselves: keep hands, hair and sleeves away, and a finger at the power switch. Stay until it
      is done. Your printer’s manual comes first.
    </p>
  );
}

interface ToBenchProps {
  readonly made: MadePiece;
  readonly stem: string;
  readonly printerId: string | null;
}

/** Puts the piece on the Bench as a job like any other: with its plan, its checks, its proof, and At the printer. */
function ToBench({ made, stem, printerId }: ToBenchProps) {
  const router = useRouter();
  const [isBusy, setBusy] = useState(false);
  const put = async (): Promise<void> => {
    setBusy(true);
    const outcome = await importFile(
      fileOf(made),
      `${stem}.gcode`,
      {
        name: made.title,
        planFor: (fingerprint) => piecePlan(made, fingerprint, printerId),
        isDemo: false,
      },
      () => {},
    ).outcome;
    setBusy(false);
    if (outcome.kind === 'refused') toast.error(outcome.refusal.message);
    else if (outcome.kind !== 'cancelled') router.push(`/jobs/${outcome.job.id}`);
  };
  return (
    <Button kind="primary" disabled={isBusy} onClick={put}>
      <Layers aria-hidden size={16} /> {isBusy ? 'Opening…' : 'Open as job'}
    </Button>
  );
}

function modelOf(made: MadePiece, printer: Printer): Blob {
  const { name } = made.filaments[0];
  const corners = extrude(smallestModel(printer));
  const bytes = writeThreeMf(made.title, [{ name, colour: made.filaments[0].colour, corners }]);
  return new Blob([bytes.slice()], { type: 'model/3mf' });
}
