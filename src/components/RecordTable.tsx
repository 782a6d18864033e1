'use client';

import { FIELD } from '@/components/controls/fieldLook';
import {
  flexRender,
  getCoreRowModel,
  useReactTable,
  type ColumnDef,
  type HeaderGroup,
  type Row,
  type SortingState,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useDeferredValue, useMemo, useRef, useState, type ReactNode } from 'react';

interface Rec {
  readonly id: string;
}

/** What makes a table of one kind of record. */
export interface RecordTableProps<T extends Rec> {
  readonly records: readonly T[];
  /** What the table is called: "Spools". */
  readonly label: string;
  /** One of them and many, in words: "spool", "spools". */
  readonly what: readonly [string, string];
  readonly searchLabel: string;
  readonly columns: readonly ColumnDef<T, never>[];
  readonly sortedFirst: SortingState;
  /** All that a search looks through, in lower case. */
  readonly wordsOf: (record: T) => string;
  /** Whether a record passes what is chosen beside the search. */
  readonly passes: (record: T) => boolean;
  readonly filters: ReactNode;
  /** What can be done with a record; nothing when left out. */
  readonly actionsOf?: (record: T) => ReactNode;
  /** Said when there is none at all. */
  readonly whenEmpty: ReactNode;
}

const { compare } = new Intl.Collator();

/** The records in the order of a column. Sorted before they are searched, so that searching sorts nothing. */
function sortedBy<T extends Rec>(
  records: readonly T[],
  columns: readonly ColumnDef<T, never>[],
  sorting: SortingState,
): readonly T[] {
  const by = sorting.at(0);
  const column = columns.find(
    (one) => (one.id ?? ('accessorKey' in one && one.accessorKey)) === by?.id,
  );
  if (!by || !column) return records;
  const valueOf = (record: T): unknown =>
    'accessorFn' in column ? column.accessorFn(record, 0) : record[by.id as keyof T];
  const direction = by.desc ? -1 : 1;
  return records.toSorted((one, other) => {
    const [a, b] = [valueOf(one), valueOf(other)];
    return direction * (typeof a === 'number' ? a - Number(b) : compare(String(a), String(b)));
  });
}

/** Height of a row until it is measured, px. */
const ROW = 45;

/** Rows are sorted before the table sees them: it is given those in sight. */
const TABLE = {
  manualSorting: true,
  getRowId: ({ id }: Rec) => id,
  getCoreRowModel: getCoreRowModel(),
} as const;

/** Records as a table that can be searched, filtered and sorted; as cards on a phone. */
export function RecordTable<T extends Rec>(props: RecordTableProps<T>) {
  const { records, label, what, searchLabel, columns, sortedFirst, passes } = props;
  const { filters, actionsOf, whenEmpty } = props;
  const [search, setSearch] = useState('');
  const [sorting, setSorting] = useState(sortedFirst);
  const frame = useRef<HTMLDivElement>(null);
  const found = useFound(props, search, sorting);
  const data = useMemo(() => found.filter(passes), [found, passes]);
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
    columns: columns as ColumnDef<T>[],
    state: { sorting },
    onSortingChange: setSorting,
    ...TABLE,
  });
  if (records.length === 0) return <NoRecords>{whenEmpty}</NoRecords>;
  const above = shown[0]?.start ?? 0;
  const below = virtual.getTotalSize() - (shown.at(-1)?.end ?? 0);
  return (
    <div className="flex min-h-80 flex-1 flex-col px-6 pt-3 pb-4 max-sm:px-3 md:min-h-0">
      <SearchBar
        search={search}
        onSearch={setSearch}
        label={searchLabel}
        found={`${data.length} of ${records.length} ${what[1]}`}
        filters={filters}
      />
      <div
        ref={frame}
        className="max-h-dvh min-h-0 flex-1 overflow-auto rounded-md border border-line bg-panel"
      >
        <table
          aria-label={label}
          aria-rowcount={data.length + 1}
          className="w-full border-collapse text-left max-md:block"
        >
          <thead className="sticky top-0 z-10 bg-panel text-sm max-md:sr-only">
            {table.getHeaderGroups().map((group) => (
              <HeadRow key={group.id} group={group} hasActions={actionsOf !== undefined} />
            ))}
          </thead>
          <tbody className="max-md:block">
            {above > 0 && <Spacer height={above} />}
            {table.getRowModel().rows.map((row) => (
              <BodyRow
                key={row.id}
                row={row}
                index={first + row.index}
                measure={virtual.measureElement}
                actionsOf={actionsOf}
              />
            ))}
            {below > 0 && <Spacer height={below} />}
          </tbody>
        </table>
        {data.length === 0 && (
          <p className="p-6 text-center text-muted">No {what[0]} matches your search.</p>
        )}
      </div>
    </div>
  );
}

/** The records that hold what is looked for, in order. */
function useFound<T extends Rec>(
  { records, columns, wordsOf }: Pick<RecordTableProps<T>, 'records' | 'columns' | 'wordsOf'>,
  search: string,
  sorting: SortingState,
): readonly T[] {
  // The letter is on the screen before the list is.
  const sought = useDeferredValue(search);
  const sorted = useMemo(() => sortedBy(records, columns, sorting), [records, columns, sorting]);
  return useMemo(() => {
    const wanted = sought.trim().toLowerCase();
    if (wanted === '') return sorted;
    return sorted.filter((record) => wordsOf(record).includes(wanted));
  }, [sorted, sought, wordsOf]);
}

/** Stands for rows that are not drawn, as they are out of sight. */
function Spacer({ height }: { height: number }) {
  return (
    <tr aria-hidden className="max-md:block" style={{ height }}>
      <td />
    </tr>
  );
}

interface HeadRowProps<T> {
  readonly group: HeaderGroup<T>;
  readonly hasActions: boolean;
}

/** The names of the columns, by which the rows are sorted. */
function HeadRow<T>({ group, hasActions }: HeadRowProps<T>) {
  return (
    <tr aria-rowindex={1} className="border-b border-edge">
      {group.headers.map(({ id, column: { columnDef, getIsSorted, toggleSorting } }) => {
        const direction = getIsSorted();
        const Arrow = direction === 'desc' ? ArrowDown : ArrowUp;
        return (
          <th
            key={id}
            scope="col"
            aria-sort={direction ? (direction === 'desc' ? 'descending' : 'ascending') : undefined}
            className="px-3 py-2 font-medium"
          >
            <button
              type="button"
              className="flex items-center gap-1 text-left hover:underline"
              onClick={() => toggleSorting(direction === 'asc')}
            >
              {String(columnDef.header)}
              {direction && <Arrow aria-hidden size={14} />}
            </button>
          </th>
        );
      })}
      {hasActions && (
        <th scope="col" className="px-3 py-2">
          <span className="sr-only">Actions</span>
        </th>
      )}
    </tr>
  );
}

interface BodyRowProps<T extends Rec> {
  readonly row: Row<T>;
  readonly index: number;
  readonly measure: (row: HTMLTableRowElement | null) => void;
  readonly actionsOf: RecordTableProps<T>['actionsOf'];
}

/** A record as a row; as a card on a phone. */
function BodyRow<T extends Rec>({ row, index, measure, actionsOf }: BodyRowProps<T>) {
  const { original, getVisibleCells } = row;
  return (
    <tr
      ref={measure}
      data-index={index}
      aria-rowindex={index + 2}
      className="border-b border-line align-middle max-md:flex max-md:flex-wrap max-md:gap-x-3 max-md:p-3"
    >
      {getVisibleCells().map((cell, nth) => (
        <td key={cell.id} className="px-3 py-1.5 wrap-anywhere max-md:p-0 max-md:first:w-full">
          {nth > 0 && cell.getValue() !== '' && (
            <span className="text-muted md:hidden">{String(cell.column.columnDef.header)}: </span>
          )}
          {flexRender(cell.column.columnDef.cell, cell.getContext())}
        </td>
      ))}
      {actionsOf && (
        <td className="px-2 py-1 whitespace-nowrap max-md:ml-auto">{actionsOf(original)}</td>
      )}
    </tr>
  );
}

interface SearchBarProps {
  readonly search: string;
  readonly onSearch: (search: string) => void;
  readonly label: string;
  readonly found: string;
  readonly filters: ReactNode;
}

function SearchBar({ search, onSearch, label, found, filters }: SearchBarProps) {
  return (
    <div className="flex flex-wrap items-center gap-3 pb-2">
      <input
        type="search"
        aria-label={label}
        placeholder="Search"
        value={search}
        onChange={(event) => onSearch(event.target.value)}
        className={`${FIELD} w-60 max-w-full`}
      />
      {filters}
      <p role="status" className="text-sm text-muted">
        {found}
      </p>
    </div>
  );
}

/** In place of a table with nothing in it, and of what would search it. */
function NoRecords({ children }: { readonly children: ReactNode }) {
  return <div className="m-auto max-w-md p-6 text-center">{children}</div>;
}
