'use client';

import type { ReactNode } from 'react';
import { FIELD } from '@/components/controls/fieldLook';
import { optionsOf, Select } from '@/components/controls/Select';
import type { Job } from '@/store/records/records';
import { STATE_WORDS } from './jobState';
import { BENCH_ORDERS, foldersOf, type Listing } from './listing';

interface ListingBarProps {
  readonly jobs: readonly Job[];
  readonly listing: Listing;
  readonly shown: number;
  readonly onChange: (part: Partial<Listing>) => void;
}

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
      <Labelled words="State">
        <Select
          label="State"
          value={listing.state ?? ''}
          options={[{ value: '', words: 'any' }, ...optionsOf(STATE_WORDS)]}
          onChange={(state) => onChange({ state: state === '' ? null : state })}
        />
      </Labelled>
      <Labelled words="Folder">
        <Select
          label="Folder"
          value={listing.folder === null ? '*' : `/${listing.folder}`}
          options={[
            { value: '*', words: 'all' },
            { value: '/', words: 'in none' },
            ...folders.map((name) => ({ value: `/${name}`, words: name })),
          ]}
          onChange={(folder) => onChange({ folder: folder === '*' ? null : folder.slice(1) })}
        />
      </Labelled>
      <Labelled words="Order">
        <Select
          label="Order"
          value={listing.order}
          options={optionsOf(BENCH_ORDERS)}
          onChange={(order) => onChange({ order })}
        />
      </Labelled>
      <p role="status" className="text-muted">
        {shown} of {jobs.length} jobs
      </p>
    </form>
  );
}

function Labelled({ words, children }: { words: string; children: ReactNode }) {
  return (
    <div className="flex items-center gap-2">
      <span aria-hidden>{words}</span>
      {children}
    </div>
  );
}
