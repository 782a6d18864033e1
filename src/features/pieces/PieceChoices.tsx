'use client';

import { Plus, X } from 'lucide-react';
import { Button } from '@/components/Button';
import { SelectField } from '@/components/controls/Select';
import { NumberField } from '@/components/form/NumberField';
import type { Spool } from '@/core/filament/shelf/spool';
import type { PieceId } from '@/core/measured/measurement';
import type { StoredPrinter } from '@/store/records/records';
import { FILAMENT_ROLES, FILAMENTS } from './makePiece';
import { PIECE_LIMITS, usePieceSettings, type PieceSettings } from './pieceSettings';
import { PIECE_WORDS } from './pieceWords';

interface PieceChoicesProps {
  readonly settings: PieceSettings;
  readonly printer: StoredPrinter | null;
  readonly printers: readonly StoredPrinter[];
  readonly spools: readonly Spool[];
  readonly chosen: readonly Spool[];
}

/** For which printer, in which filaments, in which steps. */
export function PieceChoices({ settings, printer, printers, spools, chosen }: PieceChoicesProps) {
  const { piece } = settings;
  const [least, most] = FILAMENTS[piece];
  const put = (next: readonly Spool[]): void =>
    usePieceSettings.setState({ spools: next.map(({ id }) => id) });
  const free = spools.filter((one) => !chosen.includes(one));
  return (
    <section aria-labelledby="make-it" className="max-w-lg pt-4">
      <h3 id="make-it" className="pb-1 text-base font-semibold">
        Print it
      </h3>
      <p className="pb-2 text-sm text-muted">{PIECE_WORDS[piece].handwork}</p>
      {printers.length > 0 && (
        <SelectField
          label="Printer"
          value={printer?.id ?? ''}
          options={printers.map(({ id, printer: { name } }) => ({ value: id, words: name }))}
          onChange={(printerId) => usePieceSettings.setState({ printerId })}
        />
      )}
      {chosen.map((spool, i) => (
        <div key={i} className="flex items-center gap-1">
          <span
            aria-hidden
            className="size-5 shrink-0 rounded border border-edge"
            style={{ background: spool.colour }}
          />
          <div className="min-w-0 flex-1">
            <SelectField
              label={roleOf(piece, i)}
              value={spool.id}
              options={[spool, ...free].map(({ id, name }) => ({ value: id, words: name }))}
              onChange={(id) =>
                put(
                  chosen.map((one, k) =>
                    k === i ? (spools.find((it) => it.id === id) ?? one) : one,
                  ),
                )
              }
            />
          </div>
          {chosen.length > least && (
            <Button
              kind="quiet"
              aria-label={`Remove ${spool.name}`}
              onClick={() => put(chosen.filter((_, k) => k !== i))}
            >
              <X aria-hidden size={16} />
            </Button>
          )}
        </div>
      ))}
      {chosen.length >= least && chosen.length < most && free.length > 0 && (
        <Button onClick={() => put([...chosen, free[0]])}>
          <Plus aria-hidden size={16} /> Add filament
        </Button>
      )}
      {piece === 'purge-ladder' && (
        <>
          <NumberField
            label="Step from wall to wall"
            unit="mm"
            min={PIECE_LIMITS.step.least}
            max={PIECE_LIMITS.step.most}
            value={settings.stepMm}
            onChange={(stepMm) => stepMm !== null && usePieceSettings.setState({ stepMm })}
          />
          <NumberField
            label="Purged at the swap itself"
            unit="mm"
            min={PIECE_LIMITS.first.least}
            max={PIECE_LIMITS.first.most}
            value={settings.firstMm}
            onChange={(firstMm) => firstMm !== null && usePieceSettings.setState({ firstMm })}
          />
        </>
      )}
    </section>
  );
}

function roleOf(piece: PieceId, i: number): string {
  return FILAMENT_ROLES[piece]?.[i] ?? `Filament ${i + 1}`;
}
