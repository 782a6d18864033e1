/**
 * What reading a file may find wrong or worth saying. Bad input is data, never an exception:
 * callers show the message, point to the line and go on.
 */
export type FindingCode =
  | 'not-gcode'
  | 'empty-file'
  | 'damaged-archive'
  | 'archive-contents'
  | 'no-extrusion'
  | 'cut-off'
  | 'seems-cut-off'
  | 'heaters-left-on'
  | 'thick-first-layer'
  | 'first-layer-in-air'
  | 'outside-bed'
  | 'other-origin'
  | 'ambiguous-extrusion'
  | 'remaining-times'
  | 'too-many-settings'
  | 'setting-undone'
  | 'doubled-stop'
  | 'unknown-temperature'
  | 'bad-checksum'
  | 'bad-number'
  | 'ambiguous-number'
  | 'two-commands'
  | 'line-too-long'
  | 'unsupported-move'
  | 'impossible-arc'
  | 'label-mismatch'
  | 'purge-block'
  | 'existing-stop'
  | 'unknown-tool-change'
  | 'existing-blocks'
  | 'continuous'
  | 'sequential-objects'
  | 'mixed-extrusion'
  | 'too-large'
  | 'too-many-layers';

export type Severity = 'error' | 'warning' | 'note';

export interface Finding {
  readonly code: FindingCode;
  readonly severity: Severity;
  /** Line in the file, from 1; null when the finding is about the file as a whole. */
  readonly line: number | null;
  /** A sentence for the person at the printer. */
  readonly message: string;
}

/** How often one kind of finding is kept with its own line before it is only counted. */
const KEPT_PER_CODE = 20;

/** Collects findings; a code that repeats thousands of times is kept a few times and then counted. */
export class FindingList {
  private readonly kept: Finding[] = [];
  private readonly counts = new Map<FindingCode, number>();

  add(code: FindingCode, severity: Severity, line: number | null, message: string): void {
    const count = (this.counts.get(code) ?? 0) + 1;
    this.counts.set(code, count);
    if (count <= KEPT_PER_CODE) this.kept.push({ code, severity, line, message });
  }

  /** The findings in the order met, each overflowing code followed by one line that counts the rest. */
  toArray(): Finding[] {
    const rest = [...this.counts].filter(([, count]) => count > KEPT_PER_CODE);
    return [
      ...this.kept,
      ...rest.map(([code, count]): Finding => {
        const severity = this.kept.find((finding) => finding.code === code)?.severity ?? 'note';
        const message = `The same on ${count - KEPT_PER_CODE} more lines.`;
        return { code, severity, line: null, message };
      }),
    ];
  }
}

/** Findings of one kind and severity; never empty. */
export type Gathered = readonly [Finding, ...Finding[]];

/** Findings with those of one kind together, in the order in which each kind was met first. */
export function gatherFindings(findings: readonly Finding[]): Gathered[] {
  const kinds = new Map<string, [Finding, ...Finding[]]>();
  for (const finding of findings) {
    const kind = `${finding.severity} ${finding.code}`;
    const known = kinds.get(kind);
    if (known) known.push(finding);
    else kinds.set(kind, [finding]);
  }
  return [...kinds.values()];
}

/** Why something is refused; scripts that call the command line rely on these words. */
export type RefusalCode =
  | FindingCode
  // A file, or what is packed in it.
  | 'broken-model'
  | 'not-flat'
  | 'archive-too-large'
  | 'foreign-bundle'
  | 'newer-bundle'
  | 'already-has-swaps'
  | 'cannot-read'
  | 'cannot-write'
  | 'would-overwrite'
  // Plans, printers and recipes as data.
  | 'bad-json'
  | 'bad-plan'
  | 'bad-printer'
  | 'bad-recipe'
  | 'bad-record'
  | 'bad-settings'
  | 'unknown-recipe'
  | 'plan-of-another-file'
  // Swaps that cannot be meant, or not be written.
  | 'height-out-of-range'
  | 'layer-out-of-range'
  | 'swap-before-first-layer'
  | 'two-swaps-on-a-layer'
  | 'no-such-stop'
  | 'park-out-of-reach'
  | 'park-over-print'
  | 'no-room-to-lift'
  | 'cannot-free-extruder'
  | 'bad-order'
  | 'cannot-reorder'
  // Several files at once.
  | 'cannot-join'
  | 'too-many-files'
  | 'same-file'
  | 'in-one-place'
  | 'wrong-order'
  | 'head-would-hit'
  | 'rewrite-with-parts'
  | 'no-such-part'
  | 'reordered-file'
  | 'unknown-macro'
  | 'unknown-command'
  | 'proof-failed'
  // The worker and the storage.
  | 'no-print'
  | 'not-sliced'
  | 'overtaken'
  | 'another-file'
  | 'not-stored'
  | 'storage-short'
  | 'trouble'
  // The command line itself.
  | 'usage'
  | 'internal';

/** A problem that stops the job: what a function answers when it cannot give its result. */
export interface Refusal {
  readonly code: RefusalCode;
  readonly message: string;
  readonly line?: number;
}

/** An expected failure is a value, so that it survives the crossing from a worker. */
export type Result<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly refusal: Refusal };

export function success<T>(value: T): Result<T> {
  return { ok: true, value };
}

export function refuse(code: RefusalCode, message: string, line?: number): Result<never> {
  return { ok: false, refusal: line === undefined ? { code, message } : { code, message, line } };
}
