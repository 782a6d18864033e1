'use client';

import {
  createColumnHelper,
  flexRender,
  getCoreRowModel,
  useReactTable,
  type SortingState,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { ArrowDown, ArrowUp, Pencil, Trash2 } from 'lucide-react';
import { useDeferredValue, useMemo, useRef, useState } from 'react';
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

const { compare } = new Intl.Collator();
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

/** The spools in the order of a column. Sorted before they are searched, so that searching sorts nothing. */
function sortedBy(spools: readonly Spool[], [by]: SortingState): readonly Spool[] {
  const column = COLUMNS.find(
    (one) => (one.id ?? ('accessorKey' in one && one.accessorKey)) === by?.id,
  );
  if (!by || !column) return spools;
  const valueOf = (spool: Spool): unknown =>
    'accessorFn' in column ? column.accessorFn(spool, 0) : spool[by.id as keyof Spool];
  const way = by.desc ? -1 : 1;
  return spools.toSorted((one, other) => {
    const [a, b] = [valueOf(one), valueOf(other)];
    return way * (typeof a === 'number' ? a - Number(b) : compare(String(a), String(b)));
  });
}

/** Height of a row until it is measured, px. */
const ROW = 45;

/** The spools as a table that can be searched, filtered and sorted; as cards on a phone. */
export function ShelfTable({ spools, onEdit, onDelete }: ShelfTableProps) {
  const [search, setSearch] = useState('');
  // The letter is on the screen before the list is.
  const sought = useDeferredValue(search);
  const [family, setFamily] = useState('');
  const [sorting, setSorting] = useState<SortingState>([{ id: 'name', desc: false }]);
  const frame = useRef<HTMLDivElement>(null);
  const sorted = useMemo(() => sortedBy(spools, sorting), [spools, sorting]);
  const data = useMemo(() => {
    const wanted = sought.trim().toLowerCase();
    return sorted.filter(
      (spool) =>
        (family === '' || spool.family === family) &&
        (wanted === '' || haystackOf(spool).includes(wanted)),
    );
  }, [sorted, sought, family]);
  // Virtualizer and table keep functions of their own that a compiler must not memoise.
  // eslint-disable-next-line react-hooks/incompatible-library
  const virtual = useVirtualizer({
    count: data.length,
    getScrollElement: () => frame.current,
    estimateSize: () => ROW,
    getItemKey: (i) => data[i].id,
    overscan: 12,
  });
  const shown = virtual.getVirtualItems();
  const first = shown[0]?.index ?? 0;
  const end = first + shown.length;
  // Rows are made only for what is in sight: ten thousand of them at each letter would be felt.
  const inSight = useMemo(() => data.slice(first, end), [data, first, end]);
  const table = useReactTable({
    data: inSight,
    columns: COLUMNS,
    state: { sorting },
    manualSorting: true,
    onSortingChange: setSorting,
    getRowId: ({ id }) => id,
    getCoreRowModel: getCoreRowModel(),
  });
  const above = shown[0]?.start ?? 0;
  const below = virtual.getTotalSize() - (shown.at(-1)?.end ?? 0);
  return (
    <div className="flex min-h-80 flex-1 flex-col px-6 pt-3 pb-4 max-sm:px-3 md:min-h-0">
      <div className="flex flex-wrap items-center gap-3 pb-2">
        <input
          type="search"
          aria-label="Search the shelf"
          placeholder="Search"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
          className="w-60 max-w-full rounded-md border border-edge bg-panel px-2.5 py-1.5 placeholder:text-muted"
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
          {data.length} of {spools.length} spools
        </p>
      </div>
      <div
        ref={frame}
        className="max-h-dvh min-h-0 flex-1 overflow-auto rounded-md border border-line bg-panel"
      >
        <table
          aria-label="Spools"
          aria-rowcount={data.length + 1}
          className="w-full border-collapse text-left max-md:block"
        >
          <thead className="sticky top-0 z-10 bg-panel text-sm max-md:sr-only">
            {table.getHeaderGroups().map((group) => (
              <tr key={group.id} aria-rowindex={1} className="border-b border-edge">
                {group.headers.map(({ id, column: { columnDef, getIsSorted, toggleSorting } }) => {
                  const direction = getIsSorted();
                  const Arrow = direction === 'desc' ? ArrowDown : ArrowUp;
                  return (
                    <th
                      key={id}
                      scope="col"
                      aria-sort={
                        direction ? (direction === 'desc' ? 'descending' : 'ascending') : undefined
                      }
                      className="px-3 py-2 font-medium"
                    >
                      <button
                        type="button"
                        className="flex items-center gap-1 hover:underline"
                        onClick={() => toggleSorting(direction === 'asc')}
                      >
                        {String(columnDef.header)}
                        {direction && <Arrow aria-hidden size={14} />}
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
            {above > 0 && <Spacer height={above} />}
            {table.getRowModel().rows.map(({ id, original, getVisibleCells, index: at }) => {
              const index = first + at;
              return (
                <tr
                  key={id}
                  ref={virtual.measureElement}
                  data-index={index}
                  aria-rowindex={index + 2}
                  className="border-b border-line align-middle max-md:flex max-md:flex-wrap max-md:gap-x-3 max-md:p-3"
                >
                  {getVisibleCells().map((cell) => (
                    <td
                      key={cell.id}
                      className="px-3 py-1.5 wrap-anywhere max-md:p-0 max-md:first:w-full"
                    >
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
              );
            })}
            {below > 0 && <Spacer height={below} />}
          </tbody>
        </table>
        {data.length === 0 && (
          <p className="p-6 text-center text-muted">
            {spools.length === 0 ? 'The shelf is empty.' : 'No spool fits what you look for.'}
          </p>
        )}
      </div>
    </div>
  );
}

/** Stands for rows that are not drawn, as they are out of sight. */
function Spacer({ height }: { height: number }) {
  return (
    <tr aria-hidden className="max-md:block" style={{ height }}>
      <td />
    </tr>
  );
}
