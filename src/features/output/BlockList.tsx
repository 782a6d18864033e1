'use client';

import { useState } from 'react';
import { Select } from '@/components/controls/Select';
import type { Excerpt } from '@/core/write/excerpts';
import { plural } from '@/core/format';
import { GROUP_WORDS, groupsOf, nameOf, type BlockGroup } from './blockGroups';

interface BlockListProps {
  readonly excerpts: readonly Excerpt[];
  readonly isWritten: boolean;
}

/** Every place where the output differs from the file, with the file's lines round it: one kind at a time. */
export function BlockList({ excerpts, isWritten }: BlockListProps) {
  const added = excerpts.reduce((sum, { title, commands }) => {
    const isCommand = ({ command }: (typeof commands)[number]): boolean => !command.startsWith(';');
    return sum + (title ? commands.filter(isCommand).length : 0);
  }, 0);
  return (
    <section
      aria-labelledby="blocks-title"
      // It scrolls by itself, and may hold nothing else that takes the keyboard.
      tabIndex={0}
      className="min-h-0 min-w-0 overflow-y-auto px-5 pb-6 -outline-offset-2"
    >
      <h2 id="blocks-title" className="pt-4 text-base font-semibold">
        {isWritten ? 'Inserted commands' : 'Commands to insert'}
      </h2>
      <p className="text-muted">
        {excerpts.length === 0
          ? 'Nothing yet: choose the layers of the swaps on Plan.'
          : `${plural(excerpts.length, 'place')}, ${plural(added, 'command')}. Everything else stays unchanged.`}
      </p>
      <ol className="grid gap-4 pt-3">
        {groupsOf(excerpts).map((group) => (
          <li key={group.kind}>
            <BlockGroupView group={group} />
          </li>
        ))}
      </ol>
    </section>
  );
}

/** Of more places than this the first is shown alone: travels may be lifted thousands of times, all alike. */
const MOST_PLACES = 300;

/** The places of one kind, one of them shown. */
function BlockGroupView({ group: { kind, excerpts } }: { group: BlockGroup }) {
  const [chosen, setChosen] = useState(0);
  const at = Math.min(chosen, excerpts.length - 1);
  return (
    <>
      {excerpts.length > 1 && (
        <div className="flex flex-wrap items-center gap-2 pb-1.5">
          <span className="font-medium">{plural(excerpts.length, GROUP_WORDS[kind])}</span>
          {excerpts.length <= MOST_PLACES && (
            <Select
              label={`Shown place: ${GROUP_WORDS[kind]}`}
              value={String(at)}
              options={excerpts.map((excerpt, i) => ({ value: String(i), words: nameOf(excerpt) }))}
              onChange={(next) => setChosen(Number(next))}
            />
          )}
        </div>
      )}
      <BlockView excerpt={excerpts[at]} />
    </>
  );
}

function BlockView({ excerpt }: { excerpt: Excerpt }) {
  const { title, commands, line, before, after } = excerpt;
  const [taken, ...rest] = after;
  const old = (text: string, key: string) => (
    <div key={key} className="pl-5 text-muted">
      {text || '\u00a0'}
    </div>
  );
  return (
    <figure>
      <figcaption className="pb-1 text-sm font-semibold">
        {nameOf(excerpt)} <span className="font-normal text-muted">line {line} of the output</span>
      </figcaption>
      <pre className="overflow-x-auto rounded-md border border-line bg-panel px-2 py-1.5 font-mono text-xs leading-relaxed">
        {before.map((text, i) => old(text, `b${i}`))}
        {title ? (
          <div className="rounded bg-accent-soft">
            {commands.map(({ command }, i) => (
              <div key={i}>
                <span aria-hidden className="inline-block w-5 text-center text-accent">
                  +
                </span>
                {command}
              </div>
            ))}
          </div>
        ) : (
          <del className="block rounded bg-caution-soft pl-5">{taken}</del>
        )}
        {(title ? after : rest).map((text, i) => old(text, `a${i}`))}
      </pre>
    </figure>
  );
}
