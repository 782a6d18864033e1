'use client';

import { Disclosure } from '@/components/controls/Disclosure';
import { useState } from 'react';
import { Button } from '@/components/Button';
import { Checkbox } from '@/components/controls/Checkbox';
import { toastWithUndo } from '@/browser/undoToast';
import { formatBytes, plural } from '@/core/format';
import type { Preview } from '@/store/bundle/preview';
import { isTakenUnasked, type Group, type PreviewItem } from '@/store/bundle/previewItems';
import { takeBundle } from '@/store/bundle/take';
import { loadLogbook } from '@/store/prints/logbook';
import { askToKeep, storageSentence } from '@/store/jobs/room';
import { GROUP_WORDS, itemWords, momentWords, thingsWords } from './words';

/** Longer lists are taken as they stand: nobody goes through thousands. */
const MOST_ROWS = 200;

const GROUPS = Object.keys(GROUP_WORDS) as Group[];

interface PreviewPanelProps {
  readonly file: File;
  readonly preview: Preview;
  readonly onDone: () => void;
}

/** What a saved file holds that is not here, or other than here, and the choice of what is taken. */
export function PreviewPanel({ file, preview, onDone }: PreviewPanelProps) {
  const { items, unusable, otherSettings } = preview;
  const [chosen, setChosen] = useState<ReadonlySet<string>>(
    () => new Set(items.filter(isTakenUnasked).map(({ key }) => key)),
  );
  const [settings, setSettings] = useState(false);
  const [bytes, setBytes] = useState<number | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const taken = items.filter(({ key, state }) => state !== 'same' && chosen.has(key));
  const count = taken.length + (settings ? 1 : 0);
  const toggle = (some: readonly PreviewItem[], isOn: boolean): void => {
    const next = new Set(chosen);
    for (const { key, lacksSlice } of some) {
      if (isOn && !lacksSlice) next.add(key);
      else next.delete(key);
    }
    setChosen(next);
  };
  const take = async (): Promise<void> => {
    setTrouble(null);
    setBytes(0);
    try {
      const done = await takeBundle(file, preview, { items: taken, settings }, setBytes);
      if (!done.ok) {
        setTrouble(`${done.refusal.message} Nothing was changed.`);
        return;
      }
      const undo = async (): Promise<number> => {
        const kept = await done.value();
        await loadLogbook();
        return kept;
      };
      toastWithUndo(`${thingsWords(count)} imported from the file.`, 'record', undo);
      onDone();
      await Promise.all([loadLogbook(), askToKeep()]);
    } catch (error) {
      setTrouble(`${storageSentence(error)} Nothing was changed.`);
    } finally {
      setBytes(null);
    }
  };
  return (
    <>
      {preview.isAhead && <AheadNote />}
      {GROUPS.map((group) => (
        <GroupPart
          key={group}
          group={group}
          items={items.filter((one) => one.group === group)}
          chosen={chosen}
          onToggle={toggle}
        />
      ))}
      {otherSettings.length > 0 && (
        <section className="mt-4 border-t border-line pt-3">
          <Checkbox checked={settings} onChange={setSettings}>
            Import its settings too: {plural(otherSettings.length, 'group')} of them differ from
            yours
          </Checkbox>
        </section>
      )}
      <Unusable records={unusable} />
      {trouble !== null && (
        <p role="alert" className="mt-4 rounded-md bg-danger-soft px-3 py-2">
          {trouble}
        </p>
      )}
      <div className="sticky -bottom-6 -mx-6 mt-4 -mb-6 flex flex-wrap items-center gap-3 border-t border-line bg-panel px-6 py-4">
        <Button kind="primary" disabled={count === 0 || bytes !== null} onClick={take}>
          {count === 0 ? 'Nothing is selected' : `Import ${thingsWords(count)}`}
        </Button>
        {bytes !== null && (
          <span aria-busy="true" className="text-sm text-muted">
            Unpacking and checking… {formatBytes(bytes)}
          </span>
        )}
      </div>
    </>
  );
}

function Unusable({ records }: { readonly records: PreviewPanelProps['preview']['unusable'] }) {
  if (records.length === 0) return null;
  return (
    <Disclosure
      className="mt-4 border-t border-line pt-3"
      title={<>{plural(records.length, 'record')} cannot be imported</>}
    >
      <ul className="mt-1 grid gap-1 text-sm">
        {records.slice(0, MOST_ROWS).map(({ kind, id, why }) => (
          <li key={`${kind}/${id}`} className="wrap-anywhere">
            {kind}, {id}: {why}
          </li>
        ))}
      </ul>
    </Disclosure>
  );
}

interface GroupPartProps {
  readonly group: Group;
  readonly items: readonly PreviewItem[];
  readonly chosen: ReadonlySet<string>;
  readonly onToggle: (items: readonly PreviewItem[], isOn: boolean) => void;
}

function GroupPart({ group, items, chosen, onToggle }: GroupPartProps) {
  if (items.length === 0) return null;
  const open = items.filter(({ state }) => state !== 'same');
  const same = items.length - open.length;
  const rest = open.slice(MOST_ROWS);
  const isAll = open.every(({ key, lacksSlice }) => lacksSlice || chosen.has(key));
  return (
    <section aria-label={GROUP_WORDS[group]} className="mt-4 border-t border-line pt-3">
      <div className="flex flex-wrap items-center gap-x-3">
        <h3 className="mr-auto font-semibold">{GROUP_WORDS[group]}</h3>
        {same > 0 && <span className="text-sm text-muted">{same} identical here</span>}
        {open.length > 1 && (
          <Button kind="quiet" onClick={() => onToggle(open, !isAll)}>
            {isAll ? 'None' : 'All'}
          </Button>
        )}
      </div>
      <ul className="max-h-72 overflow-y-auto">
        {open.slice(0, MOST_ROWS).map((item) => (
          <li key={item.key} className="py-0.5">
            <Checkbox
              checked={chosen.has(item.key)}
              disabled={item.lacksSlice}
              onChange={(isOn) => onToggle([item], isOn)}
            >
              <span className="wrap-anywhere">
                {item.title}
                {item.at !== null && `, ${momentWords(item.at)}`}
              </span>
              <span className="text-sm text-muted"> · {itemWords(item)}</span>
            </Checkbox>
          </li>
        ))}
        {rest.length > 0 && (
          <li>
            <Checkbox
              checked={rest.every(({ key }) => chosen.has(key))}
              onChange={(isOn) => onToggle(rest, isOn)}
            >
              The other {rest.length}
            </Checkbox>
          </li>
        )}
      </ul>
    </section>
  );
}

function AheadNote() {
  return (
    <p role="note" className="mt-4 rounded-md bg-caution-soft px-3 py-2">
      The other device’s clock was ahead of yours when this file was saved. Where records differ,
      the newer one is unknown, and nothing of yours is replaced unless you select it.
    </p>
  );
}
