'use client';

import {
  createColumnHelper,
  flexRender,
  getCoreRowModel,
  getFilteredRowModel,
  getSortedRowModel,
  useReactTable,
  type SortingState,
} from '@tanstack/react-table';
import { ArrowDown, ArrowUp, Pencil, Trash2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Button } from '@/components/Button';
import { formatGrams } from '@/core/format';
import { FAMILIES, type Spool } from '@/core/filament/spool';

interface ShelfTableProps {
  readonly spools: readonly Spool[];
  readonly onEdit: (spool: Spool) => void;
  readonly onDelete: (spool: Spool) => void;
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
    header: 'Price a kg',
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

/** The spools as a table that can be searched, filtered and sorted; as cards on a phone. */
export function ShelfTable({ spools, onEdit, onDelete }: ShelfTableProps) {
  const [search, setSearch] = useState('');
  const [family, setFamily] = useState('');
  const [sorting, setSorting] = useState<SortingState>([{ id: 'name', desc: false }]);
  const data = useMemo(
    () => spools.filter((spool) => family === '' || spool.family === family),
    [spools, family],
  );
  // The table keeps functions of its own that a compiler must not memoise.
  // eslint-disable-next-line react-hooks/incompatible-library
  const table = useReactTable({
    data,
    columns: COLUMNS,
    state: { sorting, globalFilter: search },
    onSortingChange: setSorting,
    onGlobalFilterChange: setSearch,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
  });
  const { rows } = table.getRowModel();
  return (
    <div className="flex min-h-0 flex-1 flex-col px-6 pt-3 pb-4">
      <div className="flex flex-wrap items-center gap-3 pb-2">
        <input
          type="search"
          aria-label="Search the shelf"
          placeholder="Search"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
          className="w-60 rounded-md border border-edge bg-panel px-2.5 py-1.5 placeholder:text-muted"
        />
        <select
          aria-label="Material"
          value={family}
          onChange={(event) => setFamily(event.target.value)}
          className="rounded-md border border-edge bg-panel px-2 py-1.5"
        >
          <option value="">All materials</option>
          {FAMILIES.map((one) => (
            <option key={one}>{one}</option>
          ))}
        </select>
        <p role="status" className="text-sm text-muted">
          {rows.length} of {spools.length} spools
        </p>
      </div>
      <div className="min-h-0 flex-1 overflow-auto rounded-md border border-line bg-panel">
        <table className="w-full border-collapse text-left max-md:block">
          <thead className="sticky top-0 bg-panel text-sm max-md:sr-only">
            {table.getHeaderGroups().map((group) => (
              <tr key={group.id} className="border-b border-edge">
                {group.headers.map(({ id, column: { columnDef, getIsSorted, toggleSorting } }) => {
                  const sorted = getIsSorted();
                  const Arrow = sorted === 'desc' ? ArrowDown : ArrowUp;
                  return (
                    <th
                      key={id}
                      scope="col"
                      aria-sort={
                        sorted ? (sorted === 'desc' ? 'descending' : 'ascending') : undefined
                      }
                      className="px-3 py-2 font-medium"
                    >
                      <button
                        type="button"
                        className="flex items-center gap-1 hover:underline"
                        onClick={() => toggleSorting(sorted === 'asc')}
                      >
                        {String(columnDef.header)}
                        {sorted && <Arrow aria-hidden size={14} />}
                      </button>
                    </th>
                  );
                })}
                <th scope="col" className="px-3 py-2">
                  <span className="sr-only">What to do</span>
                </th>
              </tr>
            ))}
          </thead>
          <tbody className="max-md:block">
            {rows.map(({ id, original, getVisibleCells }) => (
              <tr
                key={id}
                className="border-b border-line align-middle last:border-0 max-md:flex max-md:flex-wrap max-md:gap-x-3 max-md:p-3"
              >
                {getVisibleCells().map((cell) => (
                  <td key={cell.id} className="px-3 py-1.5 max-md:p-0 max-md:first:w-full">
                    {cell.column.id !== 'name' && cell.getValue() !== '' && (
                      <span className="text-muted md:hidden">
                        {String(cell.column.columnDef.header)}:{' '}
                      </span>
                    )}
                    {flexRender(cell.column.columnDef.cell, cell.getContext())}
                  </td>
                ))}
                <td className="px-2 py-1 whitespace-nowrap max-md:ml-auto">
                  <Button
                    kind="quiet"
                    aria-label={`Change ${original.name}`}
                    onClick={() => onEdit(original)}
                  >
                    <Pencil aria-hidden size={15} />
                  </Button>
                  <Button
                    kind="quiet"
                    aria-label={`Take ${original.name} off the shelf`}
                    onClick={() => onDelete(original)}
                  >
                    <Trash2 aria-hidden size={15} />
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {rows.length === 0 && (
          <p className="p-6 text-center text-muted">
            {spools.length === 0 ? 'The shelf is empty.' : 'No spool fits what you look for.'}
          </p>
        )}
      </div>
    </div>
  );
}
