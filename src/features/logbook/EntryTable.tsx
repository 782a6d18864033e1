'use client';

import { Select } from '@/components/controls/Select';
import { createColumnHelper } from '@tanstack/react-table';
import { useCallback, useState, type ReactNode } from 'react';
import { Button } from '@/components/Button';
import { Link } from '@/components/Link';
import { RecordTable } from '@/components/RecordTable';
import { formatDuration } from '@/core/format';
import { RESULTS } from '@/core/log/runLog';
import type { LogEntry } from '@/store/records/records';
import { addDemoLog, demoIds, removeDemoLog } from './demoLog';
import { dayOf, outcomeOf, RESULT_WORDS } from '@/base/prints/outcomeWords';

const column = createColumnHelper<LogEntry>();

const COLUMNS = [
  column.accessor('job', {
    header: 'Print',
    cell: ({ row: { original } }) => (
      <Link
        href={`/logbook/${original.id}`}
        className="inline-flex min-h-6 items-center font-medium underline decoration-line underline-offset-2 hover:decoration-ink"
      >
        {original.job}
      </Link>
    ),
  }),
  column.accessor('at', {
    header: 'Day',
    cell: ({ getValue }) => <Whole>{dayOf(getValue())}</Whole>,
  }),
  column.accessor('printer', {
    header: 'Printer',
    cell: ({ getValue }) => <Whole>{getValue()}</Whole>,
  }),
  column.accessor('swaps', {
    header: 'Swaps',
    cell: ({ row: { original } }) => <Colours entry={original} />,
  }),
  column.accessor('planned', {
    header: 'Planned',
    cell: ({ getValue }) => <Whole>{formatDuration(getValue())}</Whole>,
  }),
  column.accessor((entry) => (entry.taken === null ? -1 : entry.taken / entry.planned), {
    id: 'taken',
    header: 'Took',
    cell: ({ row: { original } }) => <Took entry={original} />,
  }),
  column.accessor((entry) => outcomeOf(entry), { id: 'result', header: 'Result' }),
  column.accessor('change', { header: 'Next time' }),
];

/** What is not broken into lines. */
function Whole({ children }: { children: ReactNode }) {
  return <span className="whitespace-nowrap">{children}</span>;
}

/** How many swaps, and the colours in the order of printing. */
function Colours({ entry: { swaps, colours, missed } }: { entry: LogEntry }) {
  return (
    <span className="inline-flex items-center gap-2 whitespace-nowrap">
      {swaps}
      <span aria-hidden className="inline-flex overflow-hidden rounded-sm border border-edge">
        {colours.slice(0, 12).map((colour, i) => (
          <span key={i} className="h-3.5 w-2" style={{ backgroundColor: colour }} />
        ))}
      </span>
      {missed > 0 && <span className="text-caution">{missed} missed</span>}
    </span>
  );
}

function Took({ entry: { taken, planned } }: { entry: LogEntry }) {
  if (taken === null) return <span className="text-muted">incomplete</span>;
  const share = Math.round((taken / planned - 1) * 100);
  return (
    <Whole>
      {formatDuration(taken)}{' '}
      <span className="text-muted">
        {share > 0 ? '+' : ''}
        {share} %
      </span>
    </Whole>
  );
}

const haystacks = new WeakMap<LogEntry, string>();

/** What a search looks through, once for each entry. */
function wordsOf(entry: LogEntry): string {
  const known = haystacks.get(entry);
  if (known !== undefined) return known;
  const { job, printer, change, wrong, at } = entry;
  const text = [job, printer, change, wrong, dayOf(at), outcomeOf(entry)].join(' ').toLowerCase();
  haystacks.set(entry, text);
  return text;
}

/** The prints as a table that can be searched, filtered and sorted. */
export function EntryTable({ entries }: { entries: readonly LogEntry[] }) {
  const [result, setResult] = useState('');
  const [printer, setPrinter] = useState('');
  const printers = [...new Set(entries.map((one) => one.printer))].sort();
  const passes = useCallback(
    (entry: LogEntry) =>
      (result === '' || entry.result === (result === 'none' ? null : result)) &&
      (printer === '' || entry.printer === printer),
    [result, printer],
  );
  return (
    <RecordTable
      records={entries}
      label="Prints"
      what={['print', 'prints']}
      searchLabel="Search the logbook"
      columns={COLUMNS}
      sortedFirst={[{ id: 'at', desc: true }]}
      wordsOf={wordsOf}
      passes={passes}
      whenEmpty={
        <>
          <p className="text-lg font-semibold">The logbook is empty</p>
          <p className="pt-1 pb-3 text-muted">
            Record a print under At the printer, and it appears here automatically.
          </p>
          <Button onClick={addDemoLog}>Show sample prints</Button>
        </>
      }
      filters={
        <>
          <Select
            label="Result"
            value={result}
            options={[
              { value: '', words: 'Any result' },
              ...RESULTS.map((one) => ({ value: one, words: RESULT_WORDS[one] })),
              { value: 'none', words: 'Not rated yet' },
            ]}
            onChange={setResult}
          />
          <Select
            label="Printer"
            value={printer}
            options={[
              { value: '', words: 'All printers' },
              ...printers.map((one) => ({ value: one, words: one })),
            ]}
            onChange={setPrinter}
          />
          {demoIds().length > 0 && <Button onClick={removeDemoLog}>Remove sample prints</Button>}
        </>
      }
    />
  );
}
