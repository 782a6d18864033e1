'use client';

import { useEffect, useMemo, useState } from 'react';
import { ScrollArea } from '@/components/controls/ScrollArea';
import { AsideNotes } from '@/components/trouble/AsideNotes';
import { LoadTrouble } from '@/components/trouble/LoadTrouble';
import type { Spool } from '@/core/filament/shelf/spool';
import { PIECE_IDS, type Measurement, type PieceId } from '@/core/measured/measurement';
import { dayWords } from '@/core/measured/origin';
import { isUnfit } from '@/core/pieces/piece';
import { ORDINARY_PROFILE } from '@/core/printer/printer';
import { useToday } from '@/base/prints/useToday';
import { measurements, useMeasurements } from '@/store/measurements';
import { printers, usePrinters } from '@/store/printers';
import type { StoredPrinter } from '@/store/records/records';
import { useOwnPrinter } from '@/store/settings/settings';
import { shelf, useShelf } from '@/store/shelf';
import { FILAMENTS, makePiece } from './makePiece';
import { MeasuredList } from './MeasuredList';
import { PieceChoices } from './PieceChoices';
import { PieceFile } from './PieceFile';
import { GoodAndBad } from './PieceSketches';
import { usePieceSettings, type PieceSettings } from './pieceSettings';
import { PIECE_WORDS } from './pieceWords';
import { ReadOff } from './ReadOff';
import { StopPiece } from './StopPiece';

/** Small prints that measure what would otherwise be guessed: made, printed, read off, and kept. */
export function PiecesScreen() {
  const profiles = usePrinters();
  const measured = useMeasurements();
  const spools = useShelf(({ records }) => records);
  const settings = usePieceSettings();
  const own = useOwnPrinter(({ printerId }) => printerId);
  useEffect(load, []);
  const trouble = profiles.trouble ?? measured.trouble;
  if (trouble !== null) return <LoadTrouble message={trouble} onRetry={load} />;
  if (profiles.records === null || measured.records === null || spools === null) {
    return <p className="m-auto text-muted">Loading the test pieces…</p>;
  }
  const { records } = profiles;
  const printer =
    records.find(({ id }) => id === settings.printerId) ??
    records.find(({ id }) => id === own) ??
    records.at(0) ??
    null;
  return (
    <div className="flex min-h-0 flex-1 flex-col md:h-dvh">
      <header className="border-b border-line bg-panel px-6 py-3">
        <h1 className="text-xl font-semibold">Test pieces</h1>
        <p className="text-muted">
          Print a small piece once, and Lamella knows instead of guessing.
        </p>
      </header>
      <div className="px-6 pt-2 empty:hidden">
        <AsideNotes stores={['measurements']} what="measurements" />
      </div>
      <div className="grid min-h-0 flex-1 lg:grid-cols-[16rem_minmax(0,1fr)] lg:grid-rows-[minmax(0,1fr)]">
        <PieceNav chosen={settings.piece} measured={measured.records} printer={printer} />
        <Piece
          // Another piece is read off from the beginning.
          key={settings.piece}
          settings={settings}
          printer={printer}
          printers={records}
          spools={spools}
          measured={measured.records}
        />
      </div>
    </div>
  );
}

function load(): void {
  Promise.all([printers.load(), measurements.load(), shelf.load()]).catch(() => {
    // The screen shows what went wrong.
  });
}

interface PieceNavProps {
  readonly chosen: PieceId;
  readonly measured: readonly Measurement[];
  readonly printer: StoredPrinter | null;
}

/** The pieces, and when each was read off last. */
function PieceNav({ chosen, measured, printer }: PieceNavProps) {
  const today = useToday();
  return (
    <nav
      aria-label="Test pieces"
      className="min-h-0 overflow-y-auto border-line bg-panel px-3 py-3 lg:border-r"
    >
      <ul className="grid grid-cols-2 gap-1 lg:grid-cols-1">
        {PIECE_IDS.map((piece) => {
          const day =
            piece === 'stop'
              ? (printer?.printer.understands.testedAt ?? null)
              : (measured.find((one) => one.piece === piece && one.printerId === printer?.id)
                  ?.day ?? null);
          return (
            <li key={piece}>
              <button
                type="button"
                aria-current={piece === chosen ? 'true' : undefined}
                onClick={() => usePieceSettings.setState({ piece })}
                className="w-full rounded-md px-3 py-2 text-left hover:bg-sunk aria-[current=true]:bg-accent-soft"
              >
                <span className="block font-medium">{PIECE_WORDS[piece].name}</span>
                <span className="block text-sm text-muted">
                  {day ? `measured on ${dayWords(day, today)}` : 'not measured yet'}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
    </nav>
  );
}

interface PieceProps {
  readonly settings: PieceSettings;
  readonly printer: StoredPrinter | null;
  readonly printers: readonly StoredPrinter[];
  readonly spools: readonly Spool[];
  readonly measured: readonly Measurement[];
}

/** The chosen spools of a piece that are still on the shelf, filled up to as many as it needs. */
function chosenSpools(ids: readonly string[], shelved: readonly Spool[], piece: PieceId): Spool[] {
  const [least, most] = FILAMENTS[piece];
  const chosen = ids.flatMap((id) => shelved.find((one) => one.id === id) ?? []).slice(0, most);
  // Of one material where there is enough of it: others may not stick to each other.
  const family = (chosen.at(0) ?? shelved.at(0))?.family;
  const others = shelved
    .filter((one) => !chosen.includes(one))
    .sort((a, b) => Number(b.family === family) - Number(a.family === family));
  return [...chosen, ...others.slice(0, Math.max(0, least - chosen.length))];
}

function Piece({ settings, printer, printers: profiles, spools, measured }: PieceProps) {
  const { piece, stepMm, firstMm } = settings;
  const profile = printer?.printer ?? ORDINARY_PROFILE;
  const chosen = useMemo(
    () => chosenSpools(settings.spools, spools, piece),
    [settings.spools, spools, piece],
  );
  const made = useMemo(
    () =>
      piece === 'time' || piece === 'stop'
        ? null
        : makePiece(piece, profile, chosen, { stepMm, firstMm }),
    [piece, profile, chosen, stepMm, firstMm],
  );
  const [round, setRound] = useState(0);
  const words = PIECE_WORDS[piece];
  const ready = made && !isUnfit(made) ? made : null;
  const own = measured.filter(
    (one) => one.piece === piece && one.printerId === (printer?.id ?? null),
  );
  return (
    <ScrollArea inside="px-6 pb-8">
      <h2 className="pt-4 text-lg font-semibold">{words.name}</h2>
      <p className="max-w-prose">{words.finds}</p>
      <div className="grid grid-cols-[minmax(0,1fr)] gap-x-8 xl:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
        <div>
          <PieceChoices
            settings={settings}
            printer={printer}
            printers={profiles}
            spools={spools}
            chosen={chosen}
          />
          <PieceFile made={made} piece={piece} printer={profile} printerId={printer?.id ?? null} />
        </div>
        <section aria-labelledby="read-off" className="pt-4">
          <h3 id="read-off" className="text-base font-semibold">
            Read it off
          </h3>
          <p className="max-w-prose text-sm text-muted">{words.look}</p>
          <GoodAndBad piece={piece} />
          {piece === 'stop' ? (
            <StopPiece printer={printer} />
          ) : (
            <ReadOff
              key={`${made && !isUnfit(made) ? made.title : piece} ${round}`}
              made={ready}
              piece={piece}
              printer={profile}
              printerId={printer?.id ?? null}
              settings={settings}
              onKept={() => setRound(round + 1)}
            />
          )}
          {piece !== 'stop' && <MeasuredList measured={own} printerId={printer?.id ?? null} />}
        </section>
      </div>
    </ScrollArea>
  );
}
