'use client';

import type { Excerpt } from '@/core/write/excerpts';
import { plural } from '@/core/format';

interface BlockListProps {
  readonly excerpts: readonly Excerpt[];
  readonly isWritten: boolean;
}

const KIND_TITLES = {
  swap: 'Swap',
  warning: 'Warning',
  load: 'First filament',
  hop: 'Way to another place',
  lift: 'Lift over what stands',
  lower: 'Way down behind it',
  handover: 'End of a file, hot',
  takeup: 'Beginning of a file',
  rewrite: 'Setting',
  number: 'Line number',
} as const;

/** Every place where the output differs from the file, with the file's lines round it. */
export function BlockList({ excerpts, isWritten }: BlockListProps) {
  const added = excerpts.reduce((sum, { title, commands }) => {
    const isCommand = ({ command }: (typeof commands)[number]): boolean => !command.startsWith(';');
    return sum + (title ? commands.filter(isCommand).length : 0);
  }, 0);
  // There may be thousands of lifts, which are all alike.
  const isLift = ({ title }: Excerpt): boolean => title?.kind === 'lift' || title?.kind === 'lower';
  const lifts = excerpts.filter(({ title }) => title?.kind === 'lift').length;
  const firstLift = excerpts.findIndex(isLift);
  const shown = excerpts.filter((one, i) => !isLift(one) || i <= firstLift + 1);
  return (
    <section
      aria-labelledby="blocks-title"
      // It scrolls by itself, and holds nothing else that takes the keyboard.
      tabIndex={0}
      className="min-h-0 min-w-0 overflow-y-auto px-5 pb-6 -outline-offset-2"
    >
      <h2 id="blocks-title" className="pt-4 text-base font-semibold">
        {isWritten ? 'What was put in' : 'What will be put in'}
      </h2>
      <p className="text-muted">
        {excerpts.length === 0
          ? 'Nothing yet: choose the layers of the swaps on Plan.'
          : `${plural(excerpts.length, 'place')}, ${plural(added, 'command')}. Everything else stays as it is.`}
      </p>
      {lifts > 1 && (
        <p className="text-muted">
          {lifts} ways are led over what stands by then. The first is shown.
        </p>
      )}
      <ol className="grid gap-4 pt-3">
        {shown.map((excerpt, i) => (
          <li key={i}>
            <BlockView excerpt={excerpt} />
          </li>
        ))}
      </ol>
    </section>
  );
}

function BlockView({ excerpt: { title, commands, line, before, after } }: { excerpt: Excerpt }) {
  const [taken, ...rest] = after;
  const name = title
    ? `${KIND_TITLES[title.kind]} ${title.index} of ${title.count}, ${title.inside ? 'in' : 'before'} layer ${title.layer}`
    : 'A line of the file is taken out';
  const old = (text: string, key: string) => (
    <div key={key} className="pl-5 text-muted">
      {text || '\u00a0'}
    </div>
  );
  return (
    <figure>
      <figcaption className="pb-1 text-sm font-semibold">
        {name} <span className="font-normal text-muted">line {line} of the output</span>
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
