'use client';

import { useEffect, useMemo } from 'react';
import { Button } from '@/components/Button';
import { download } from '@/browser/download';
import { logTables, type LogTable } from '@/core/log/tables';
import type { LogEntry } from '@/store/records/records';
import { useCostSettings } from '@/store/settings/settings';
import { shelf, useShelf } from '@/store/shelf';
import { LogChart } from './LogChart';
import { namesOf } from './namesOf';

/** The logbook as charts, each with its table beside it. */
export function ChartsPanel({ entries }: { entries: readonly LogEntry[] }) {
  const spools = useShelf(({ records }) => records);
  const { currency } = useCostSettings();
  useEffect(() => {
    shelf.load().catch(() => {
      // Prices are unknown then.
    });
  }, []);
  const tables = useMemo(() => {
    const prices = (spools ?? []).flatMap(({ id, pricePerKg }) =>
      pricePerKg === null ? [] : [[id, pricePerKg] as const],
    );
    return logTables(entries, namesOf(spools ?? []), new Map(prices));
  }, [entries, spools]);
  return (
    <div className="mx-auto grid w-full max-w-6xl gap-4 p-4">
      {tables.map((table) => (
        <section
          key={table.id}
          aria-labelledby={`chart-${table.id}`}
          className="rounded-lg border border-line bg-panel p-4"
        >
          <div className="flex flex-wrap items-center gap-3 pb-2">
            <h2 id={`chart-${table.id}`} className="mr-auto text-lg font-semibold">
              {table.title}
              {table.id === 'months' && `, ${currency}`}
            </h2>
            <Button disabled={table.rows.length === 0} onClick={() => saveTable(table)}>
              Export CSV
            </Button>
          </div>
          {table.rows.length === 0 ? (
            <p className="text-muted">No data yet.</p>
          ) : (
            <div className="grid gap-4 lg:grid-cols-[1fr_22rem]">
              <LogChart table={table} />
              <TableOf table={table} />
            </div>
          )}
        </section>
      ))}
    </div>
  );
}

/** Writing such files is fetched when it is wanted. */
async function saveTable({ id, columns, rows }: LogTable): Promise<void> {
  const { tableCsv } = await import('@/core/log/tableCsv');
  download(new Blob([tableCsv(columns, rows)], { type: 'text/csv' }), `logbook-${id}.csv`);
}

function TableOf({ table: { title, columns, rows } }: { table: LogTable }) {
  return (
    <div
      className="max-h-72 overflow-auto rounded border border-line"
      tabIndex={0}
      role="group"
      aria-label={`Table: ${title}`}
    >
      <table className="w-full text-left text-sm">
        <thead className="sticky top-0 bg-panel text-muted">
          <tr>
            {columns.map((name) => (
              <th key={name} scope="col" className="px-2 py-1 font-medium">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, i) => (
            <tr key={i} className="border-t border-line">
              {row.map((cell, n) => (
                <td key={n} className="px-2 py-1 whitespace-nowrap">
                  {cell ?? 'unknown'}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
