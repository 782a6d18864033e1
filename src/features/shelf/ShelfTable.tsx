'use client';

import { Select } from '@/components/controls/Select';
import { createColumnHelper } from '@tanstack/react-table';
import { Pencil, Plus, Trash2 } from 'lucide-react';
import { useCallback, useState } from 'react';
import { Button } from '@/components/Button';
import { RecordTable } from '@/components/RecordTable';
import { formatGrams } from '@/core/format';
import { FAMILIES, type Spool } from '@/core/filament/shelf/spool';

interface ShelfTableProps {
  readonly spools: readonly Spool[];
  readonly onEdit: (spool: Spool) => void;
  readonly onDelete: (spool: Spool) => void;
  readonly onNew: () => void;
}

const column = createColumnHelper<Spool>();

const COLUMNS = [
  column.accessor('name', {
    header: 'Name',
    cell: ({ row: { original } }) => (
      <span className="flex items-center gap-2.5">
        <span
          aria-hidden
          className="size-5 shrink-0 rounded border border-edge"
          style={{ backgroundColor: original.colour }}
        />
        <span className="font-medium">{original.name}</span>
      </span>
    ),
  }),
  column.accessor('family', { header: 'Material' }),
  column.accessor((spool) => spool.gramsLeft ?? -1, {
    id: 'gramsLeft',
    header: 'Left',
    cell: ({ row: { original } }) => <Left spool={original} />,
  }),
  column.accessor('usualNozzle', {
    header: 'Nozzle',
    cell: ({ row: { original } }) =>
      `${original.usualNozzle} °C (${original.nozzle.from} to ${original.nozzle.to})`,
  }),
  column.accessor((spool) => spool.bed.from, {
    id: 'bed',
    header: 'Bed',
    cell: ({ row: { original } }) => `${original.bed.from} to ${original.bed.to} °C`,
  }),
  column.accessor('hidingDepth', {
    header: 'Hides at',
    cell: ({ getValue }) => `${getValue()} mm`,
  }),
  column.accessor((spool) => spool.pricePerKg ?? -1, {
    id: 'pricePerKg',
    header: 'Price per kg',
    cell: ({ row: { original } }) => original.pricePerKg ?? '?',
  }),
  column.accessor('note', { header: 'Note' }),
];

/** What is left of a spool, and what of it is promised to jobs. */
function Left({ spool: { gramsLeft, reserved } }: { spool: Spool }) {
  const promised = reserved.reduce((sum, { grams }) => sum + grams, 0);
  const jobs = reserved.map(({ jobName, grams }) => `${jobName} ${formatGrams(grams)}`).join(', ');
  return (
    <>
      {gramsLeft === null ? '?' : formatGrams(gramsLeft)}
      {promised > 0 && (
        <span className="block text-xs text-muted" title={jobs}>
          {formatGrams(promised)} reserved
        </span>
      )}
    </>
  );
}

/** What a search looks through, once for each spool. */
const haystacks = new WeakMap<Spool, string>();

function haystackOf(spool: Spool): string {
  const known = haystacks.get(spool);
  if (known !== undefined) return known;
  const { name, family, note, usualNozzle, hidingDepth, gramsLeft, pricePerKg } = spool;
  const words = [name, family, note, usualNozzle, hidingDepth, gramsLeft, pricePerKg];
  const text = words.join(' ').toLowerCase();
  haystacks.set(spool, text);
  return text;
}

/** The spools as a table that can be searched, filtered and sorted; as cards on a phone. */
export function ShelfTable({ spools, onEdit, onDelete, onNew }: ShelfTableProps) {
  const [family, setFamily] = useState('');
  const passes = useCallback((spool: Spool) => family === '' || spool.family === family, [family]);
  return (
    <RecordTable
      records={spools}
      label="Spools"
      what={['spool', 'spools']}
      searchLabel="Search the shelf"
      columns={COLUMNS}
      sortedFirst={[{ id: 'name', desc: false }]}
      wordsOf={haystackOf}
      passes={passes}
      whenEmpty={
        <>
          <p className="text-lg font-semibold">The shelf is empty</p>
          <p className="pt-1 pb-3 text-muted">
            Add the spools that you have, or import a list of them. Plans then know their colours,
            prices and how much is left.
          </p>
          <Button kind="primary" onClick={onNew}>
            <Plus aria-hidden size={16} /> Add first spool
          </Button>
        </>
      }
      filters={
        <Select
          label="Material"
          value={family}
          options={[
            { value: '', words: 'All materials' },
            ...FAMILIES.map((one) => ({ value: one, words: one })),
          ]}
          onChange={setFamily}
        />
      }
      actionsOf={(original) => (
        <>
          <Button
            kind="quiet"
            aria-label={`Edit ${original.name}`}
            onClick={() => onEdit(original)}
          >
            <Pencil aria-hidden size={15} />
          </Button>
          <Button
            kind="quiet"
            aria-label={`Remove ${original.name} from the shelf`}
            onClick={() => onDelete(original)}
          >
            <Trash2 aria-hidden size={15} />
          </Button>
        </>
      )}
    />
  );
}
