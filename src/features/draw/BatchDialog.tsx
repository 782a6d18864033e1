'use client';

import { Dialog } from 'radix-ui';
import { useEffect, useRef, useState } from 'react';
import { Button } from '@/components/Button';
import { Progress } from '@/components/controls/Progress';
import { FIELD } from '@/components/controls/fieldLook';
import { DialogFrame } from '@/components/DialogFrame';
import { FileButton } from '@/components/FileButton';
import { InlineNumber } from '@/components/form/InlineNumber';
import { download } from '@/browser/download';
import { fileStem } from '@/core/fileStem';
import { formatGrams, plural } from '@/core/format';
import { MOST_PLATES, namesIn, placesOn, type BatchBed, type BatchOnBed } from '@/core/draw/batch';
import type { PlatePicture } from '@/core/draw/picture';
import type { PlateDrawing } from '@/core/draw/plate';
import { reachOf } from '@/core/printer/printer';
import { useCostSettings, useOwnPrinter } from '@/store/settings/settings';
import { printers, printerWithId, usePrinters } from '@/store/printers';
import { shelf, useShelf } from '@/store/shelf';
import { toast } from '@/store/toast';
import { PLATE_WORKER } from '@/workers/kinds';
import { WorkerLine } from '@/workers/line/workerLine';
import type { Batch, PlateService } from '@/workers/plateWorker';
import { costWords, filamentCost } from './batchCost';
import { platesJob, plateThreeMf } from './savePlate';

/** Room for the nozzle and a skirt between plates, mm. */
const ROOM = 6;

interface BatchDialogProps {
  readonly drawing: PlateDrawing;
  readonly picture: PlatePicture | null;
  readonly isOpen: boolean;
  readonly onClose: () => void;
}

/** Makes a plate of the drawing for each name of a list. */
export function BatchDialog({ drawing, picture, isOpen, onClose }: BatchDialogProps) {
  return (
    <Dialog.Root open={isOpen} onOpenChange={(open) => !open && onClose()}>
      <DialogFrame
        title="Plates for a list of names"
        description="Each name takes the place of the text. Plates that are printed together share their swaps."
      >
        <List drawing={drawing} picture={picture} />
      </DialogFrame>
    </Dialog.Root>
  );
}

/** The making of plates in a worker of its own. */
function useBatch({ drawing, picture }: Pick<BatchDialogProps, 'drawing' | 'picture'>) {
  const [share, setShare] = useState<number | null>(null);
  const [made, setMade] = useState<Batch | null>(null);
  const line = useRef<WorkerLine<PlateService> | null>(null);
  const make = async (names: readonly string[], bed: BatchBed): Promise<void> => {
    setMade(null);
    setShare(0);
    const own = new WorkerLine<PlateService>(PLATE_WORKER, () => {});
    line.current = own;
    try {
      const found = await own.ask((service) =>
        service.batch(drawing, picture, names, bed, setShare),
      );
      if (found.ok) setMade(found.value);
      else toast.error(found.refusal.message);
    } catch (error) {
      if (line.current === own) toast.error(String(error));
    } finally {
      own.end(new Error('It is over.'));
      setShare(null);
    }
  };
  const cancel = (): void => {
    const own = line.current;
    line.current = null;
    own?.end(new Error('Cancelled.'));
  };
  return { share, made, make, cancel, forget: () => setMade(null) };
}

/** The bed of the person's printer, mm. */
function useBed(): Omit<BatchBed, 'room'> {
  const stored = usePrinters((state) => state.records);
  const printerId = useOwnPrinter((state) => state.printerId);
  const { minX, maxX, minY, maxY } = reachOf(printerWithId(stored, printerId));
  return { width: maxX - minX, depth: maxY - minY };
}

/** Fetches what plates cost and which bed they are laid on. */
function useStored(): void {
  useEffect(() => {
    Promise.all([shelf.load(), printers.load()]).catch(() => {
      // Without them, plates have no price, and are laid on an ordinary bed.
    });
  }, []);
}

function List({ drawing, picture }: Pick<BatchDialogProps, 'drawing' | 'picture'>) {
  useStored();
  const [text, setText] = useState('');
  const [room, setRoom] = useState(ROOM);
  const { share, made, make, cancel, forget } = useBatch({ drawing, picture });
  const bed = { ...useBed(), room };
  const names = namesIn(text).slice(0, MOST_PLATES);
  const fits = placesOn(drawing, bed).length;
  const beds = fits > 0 ? Math.ceil(names.length / fits) : 0;
  const type = (next: string): void => {
    setText(next);
    forget();
  };
  return (
    <div className="grid gap-3">
      <label className="grid gap-1">
        Names, one in each line
        <textarea
          rows={6}
          value={text}
          onChange={({ currentTarget }) => type(currentTarget.value)}
          className={`${FIELD} h-auto min-h-32`}
        />
      </label>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
        <FileButton
          accept=".csv,.txt,.tsv"
          onFile={async (file) => type(namesIn(await file.text()).join('\n'))}
        >
          Open list (CSV)…
        </FileButton>
        <label className="flex items-center gap-2">
          Room between plates
          <InlineNumber
            min={1}
            max={60}
            step={0.5}
            value={room}
            onChange={setRoom}
            className="w-20"
          />
          mm
        </label>
      </div>
      <p className="text-sm" aria-live="polite">
        {names.length === 0
          ? 'Type or paste names, or open a list: the first column is taken.'
          : fits === 0
            ? 'One plate with this room round it is larger than the bed.'
            : `${plural(names.length, 'plate')}, ${fits} on a bed of ${bed.width} × ${bed.depth} mm: ${plural(beds, 'bed')}.`}
      </p>
      {share === null ? (
        <Button
          kind="primary"
          className="justify-self-start"
          disabled={names.length === 0 || fits === 0}
          onClick={() => make(names, bed)}
        >
          Make plates
        </Button>
      ) : (
        <div className="flex items-center gap-3" aria-busy="true">
          <div className="min-w-0 flex-1">
            <Progress label="Making plates" value={share} />
          </div>
          <Button onClick={cancel}>Cancel</Button>
        </div>
      )}
      {made && <Beds batch={made} drawing={drawing} />}
    </div>
  );
}

/** The beds that were made: what each costs, and where it goes. */
function Beds({ batch, drawing }: { readonly batch: Batch; readonly drawing: PlateDrawing }) {
  const spools = useShelf((state) => state.records) ?? [];
  const { currency } = useCostSettings();
  const { beds, smaller } = batch;
  const nameOf = (i: number): string =>
    `${drawing.name.trim() || 'Plates'}${beds.length > 1 ? ` ${i + 1} of ${beds.length}` : ''}`;
  const put = async (bed: BatchOnBed, name: string): Promise<void> => {
    const outcome = await platesJob({ ...drawing, name }, bed.bodies);
    if (outcome.kind === 'added') toast(`${name} is on the Bench.`);
    else if (outcome.kind === 'refused') toast.error(outcome.refusal.message);
  };
  return (
    <>
      {smaller.length > 0 && (
        <p className="text-sm text-caution">
          Made smaller to fit: {smaller.slice(0, 8).join(', ')}
          {smaller.length > 8 ? ` and ${smaller.length - 8} more` : ''}.
        </p>
      )}
      <ol className="grid gap-2">
        {beds.map((bed, i) => {
          const cost = filamentCost(bed.bodies.mm3, spools);
          const swaps = bed.bodies.swaps.length;
          return (
            <li key={i} className="rounded-md bg-paper px-3 py-2">
              <p className="font-medium">{nameOf(i)}</p>
              <p className="text-sm text-muted">
                {plural(bed.names.length, 'plate')}
                {swaps > 0 && `, ${plural(swaps, 'swap')} for all of them`}
                {`, about ${formatGrams(cost.grams)}`}
                {costWords(cost, bed.names.length, currency)}
              </p>
              <div className="flex flex-wrap gap-2 pt-1">
                <Button onClick={() => put(bed, nameOf(i))}>Add to Bench</Button>
                <Button
                  onClick={() =>
                    download(
                      plateThreeMf({ ...drawing, name: nameOf(i) }, bed.bodies),
                      `${fileStem(nameOf(i), 'plates')}.3mf`,
                    )
                  }
                >
                  Save as 3MF
                </Button>
              </div>
            </li>
          );
        })}
      </ol>
    </>
  );
}
