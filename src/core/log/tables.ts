import type { RunResult } from './runLog';
import type { RunFacts } from './facts';
import type { TakenFilament } from './taken';

/** What the tables and charts of the logbook are made of. */
export interface TableEntry {
  readonly job: string;
  readonly printer: string;
  readonly at: number;
  readonly planned: number;
  readonly taken: number | null;
  readonly result: RunResult | null;
  readonly used: readonly TakenFilament[];
  readonly facts: RunFacts;
}

/** A table that a chart draws, too: the first column names the row. */
export interface LogTable {
  readonly id: 'taken' | 'hands' | 'purge' | 'months' | 'results';
  readonly title: string;
  readonly columns: readonly string[];
  readonly rows: readonly (readonly (string | number | null)[])[];
}

/** Days and months as tables write them, by the clock on the wall. */
const dayOf = (at: number): string => {
  const date = new Date(at);
  return `${monthOf(at)}-${String(date.getDate()).padStart(2, '0')}`;
};
const monthOf = (at: number): string => {
  const date = new Date(at);
  return `${date.getFullYear()}-${String(date.getMonth() + 1).padStart(2, '0')}`;
};
const round = (value: number, digits = 1): number => Number(value.toFixed(digits));

/** All tables of the logbook; the oldest print first. */
export function logTables(
  entries: readonly TableEntry[],
  names: ReadonlyMap<string, string>,
  pricePerKg: ReadonlyMap<string, number>,
): LogTable[] {
  const sorted = entries.toSorted((a, b) => a.at - b.at);
  return [
    takenTable(sorted),
    handsTable(sorted),
    purgeTable(sorted, names),
    monthTable(sorted, pricePerKg),
    resultTable(sorted),
  ];
}

function takenTable(entries: readonly TableEntry[]): LogTable {
  return {
    id: 'taken',
    title: 'Planned and taken',
    columns: ['Print', 'Day', 'Planned, min', 'Took, min'],
    rows: entries.flatMap(({ job, at, planned, taken }) =>
      taken === null ? [] : [[job, dayOf(at), round(planned / 60), round(taken / 60)]],
    ),
  };
}

function handsTable(entries: readonly TableEntry[]): LogTable {
  return {
    id: 'hands',
    title: 'Hands at each swap',
    columns: ['Print', 'Day', 'Swap of the evening', 'Hands, s'],
    rows: entries.flatMap(({ job, at, facts }) =>
      facts.swaps.flatMap(({ hands }, i) =>
        hands === null ? [] : [[job, dayOf(at), i + 1, Math.round(hands)]],
      ),
    ),
  };
}

function purgeTable(entries: readonly TableEntry[], names: ReadonlyMap<string, string>): LogTable {
  const pairs = new Map<string, { clean: number[]; tinted: number[] }>();
  for (const { facts } of entries) {
    for (const { from, to, mm, rating } of facts.swaps) {
      if (rating !== 'clean' && rating !== 'tinted') continue;
      const name = `${names.get(from) ?? from} to ${names.get(to) ?? to}`;
      const pair = pairs.get(name) ?? { clean: [], tinted: [] };
      pair[rating].push(mm);
      pairs.set(name, pair);
    }
  }
  const most = (all: readonly number[]): number | null =>
    all.length === 0 ? null : Math.round(Math.max(...all));
  const least = (all: readonly number[]): number | null =>
    all.length === 0 ? null : Math.round(Math.min(...all));
  return {
    id: 'purge',
    title: 'Purge by pair',
    columns: ['Pair', 'Tinted up to, mm', 'Clean from, mm', 'Seams'],
    rows: [...pairs]
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([name, { clean, tinted }]) => [
        name,
        most(tinted),
        least(clean),
        clean.length + tinted.length,
      ]),
  };
}

function monthTable(
  entries: readonly TableEntry[],
  pricePerKg: ReadonlyMap<string, number>,
): LogTable {
  const months = new Map<string, { grams: number; money: number | null }>();
  for (const { at, used } of entries) {
    const month = months.get(monthOf(at)) ?? { grams: 0, money: 0 };
    for (const { spoolId, grams } of used) {
      const price = spoolId === null ? undefined : pricePerKg.get(spoolId);
      month.grams += grams;
      // What nobody knows the price of makes the sum unknown, not smaller.
      month.money =
        price === undefined || month.money === null ? null : month.money + (grams / 1000) * price;
    }
    months.set(monthOf(at), month);
  }
  return {
    id: 'months',
    title: 'Filament and money by month',
    columns: ['Month', 'Filament, g', 'Money'],
    rows: [...months].map(([month, { grams, money }]) => [
      month,
      Math.round(grams),
      money === null ? null : round(money, 2),
    ]),
  };
}

function resultTable(entries: readonly TableEntry[]): LogTable {
  const count = (result: RunResult | null): number =>
    entries.filter((one) => one.result === result).length;
  return {
    id: 'results',
    title: 'Results of prints',
    columns: ['Result', 'Prints'],
    rows: [
      ['Good', count('good')],
      ['Usable', count('usable')],
      ['Lost', count('lost')],
      ['Not rated yet', count(null)],
    ],
  };
}
