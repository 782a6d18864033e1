'use client';

import type { Job } from '@/store/records/records';
import { STATE_WORDS, type JobState } from './jobState';
import { BENCH_ORDERS, foldersOf, type BenchOrder, type Listing } from './listing';

interface ListingBarProps {
  readonly jobs: readonly Job[];
  readonly listing: Listing;
  readonly shown: number;
  readonly onChange: (part: Partial<Listing>) => void;
}

const FIELD = 'rounded-md border border-edge bg-panel px-2 py-1';

/** Search, state, folder and order of a Bench with many jobs. */
export function ListingBar({ jobs, listing, shown, onChange }: ListingBarProps) {
  const folders = foldersOf(jobs);
  return (
    <form
      role="search"
      className="flex flex-wrap items-center gap-x-4 gap-y-2 text-sm"
      onSubmit={(event) => event.preventDefault()}
    >
      <label className="flex items-center gap-2">
        Find
        <input
          type="search"
          value={listing.search}
          onChange={({ currentTarget }) => onChange({ search: currentTarget.value })}
          className={`${FIELD} w-44`}
        />
      </label>
      <label className="flex items-center gap-2">
        State
        <select
          value={listing.state ?? ''}
          onChange={({ currentTarget }) =>
            onChange({
              state: currentTarget.value === '' ? null : (currentTarget.value as JobState),
            })
          }
          className={FIELD}
        >
          <option value="">any</option>
          {Object.entries(STATE_WORDS).map(([state, words]) => (
            <option key={state} value={state}>
              {words}
            </option>
          ))}
        </select>
      </label>
      <label className="flex items-center gap-2">
        Folder
        <select
          value={listing.folder === null ? '*' : `/${listing.folder}`}
          onChange={({ currentTarget }) =>
            onChange({ folder: currentTarget.value === '*' ? null : currentTarget.value.slice(1) })
          }
          className={FIELD}
        >
          <option value="*">all</option>
          <option value="/">in none</option>
          {folders.map((name) => (
            <option key={name} value={`/${name}`}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <label className="flex items-center gap-2">
        Order
        <select
          value={listing.order}
          onChange={({ currentTarget }) => onChange({ order: currentTarget.value as BenchOrder })}
          className={FIELD}
        >
          {Object.entries(BENCH_ORDERS).map(([order, words]) => (
            <option key={order} value={order}>
              {words}
            </option>
          ))}
        </select>
      </label>
      <p role="status" className="text-muted">
        {shown} of {jobs.length} jobs
      </p>
    </form>
  );
}
