import { asSourced, combined, type Measurement } from '../measured/measurement';
import { mostTrusted, SET, type Sourced } from '../measured/origin';
import { hidesLamp, hidesOver, purgeOf } from '../measured/subjects';
import type { RunFacts } from './facts';
import {
  learnPerson,
  learnPrinter,
  pairKey,
  purgesByPair,
  type DatedPurge,
  type LearnedPerson,
  type LearnedPrinter,
  type PersonSubject,
  type PrinterSubject,
  type PrinterTimeouts,
} from './learn';
import type { Estimate } from './robust';
import { purgeBounds, type PurgeBounds } from './seams';

/** What a person has decided about one learned value. */
export interface Choice {
  /** What it is about: see `subjectOf`. */
  readonly subject: string;
  /** Reckon with this, whatever is learned; null to learn it. */
  readonly pinned: number | null;
  /** Reckon with the model, whatever is learned. */
  readonly isOff: boolean;
  /** Runs before this moment are forgotten, ms since 1970; null for none. */
  readonly since: number | null;
}

/** The name of what is learned about a printer or the person. */
export function subjectOf(what: PrinterSubject | PersonSubject, printer = ''): string {
  return printer === '' ? what : `${what} ${printer}`;
}

/** The name of what is learned about purging from one filament to another, by their keys. */
export function purgeSubject(from: string, to: string): string {
  return purgeOf(from, to);
}

/** A purge with where it comes from. */
export interface SourcedPurge extends PurgeBounds {
  readonly origin: Sourced['origin'];
}

/** What the logbook teaches, with what the person has decided about it. */
export class Learning {
  private readonly choices: ReadonlyMap<string, Choice>;
  private pairs: ReadonlyMap<string, readonly DatedPurge[]> | null = null;

  constructor(
    private readonly facts: readonly RunFacts[],
    choices: readonly Choice[] = [],
    /** What test pieces have brought, of the printer that is planned for. */
    private readonly measured: readonly Measurement[] = [],
  ) {
    this.choices = new Map(choices.map((one) => [one.subject, one]));
  }

  choiceOf(subject: string): Choice {
    return this.choices.get(subject) ?? { subject, pinned: null, isOff: false, since: null };
  }

  /** What is reckoned with for a printer. */
  printer(name: string, timeouts: PrinterTimeouts): LearnedPrinter {
    const all = learnPrinter(this.facts, name, timeouts);
    const of = (what: PrinterSubject): LearnedPrinter => {
      const since = this.since(subjectOf(what, name));
      return since === this.facts ? all : learnPrinter(since, name, timeouts);
    };
    const nothing = learnPrinter([], name, timeouts);
    return {
      motion: this.decided(subjectOf('motion', name), of('motion').motion, nothing.motion),
      heating: this.decided(subjectOf('heating', name), of('heating').heating, nothing.heating),
      nozzle: this.decided(subjectOf('nozzle', name), of('nozzle').nozzle, nothing.nozzle),
      motors: this.decided(subjectOf('motors', name), of('motors').motors, nothing.motors),
    };
  }

  /** What is reckoned with for the person and for filament. */
  person(): LearnedPerson {
    const nothing = learnPerson([]);
    const all = learnPerson(this.facts);
    const of = (what: PersonSubject): Estimate => {
      const since = this.since(what);
      const learned = since === this.facts ? all : learnPerson(since);
      return this.decided(what, learned[what], nothing[what]);
    };
    return { firstHands: of('firstHands'), hands: of('hands'), filament: of('filament') };
  }

  /** What is purged from one filament to another, by their keys; `model` is what it is without runs, mm. */
  purge(from: string, to: string, model: number): SourcedPurge {
    const subject = purgeSubject(from, to);
    const { pinned, isOff, since } = this.choiceOf(subject);
    this.pairs ??= purgesByPair(this.facts);
    const seen = this.pairs.get(pairKey(from, to)) ?? [];
    const learned = purgeBounds(
      seen.filter(({ at }) => at >= (since ?? -Infinity)),
      model,
    );
    const { runs } = learned;
    const known = mostTrusted(model, [
      pinned === null ? null : { value: pinned, origin: SET },
      asSourced(combined(this.measured, subject, null)),
      isOff || runs === 0 ? null : { value: learned.value, origin: { source: 'learned', runs } },
    ]);
    return { ...learned, ...known };
  }

  /** From which thickness on a filament hides another one, mm; both by their keys. */
  hiding(upper: string, lower: string): Sourced | null {
    return asSourced(combined(this.measured, hidesOver(upper, lower), null));
  }

  /** From which thickness on a filament stops the light of a lamp, mm. */
  hidingLamp(upper: string): Sourced | null {
    return asSourced(combined(this.measured, hidesLamp(upper), null));
  }

  private since(subject: string): readonly RunFacts[] {
    const { since } = this.choiceOf(subject);
    return since === null ? this.facts : this.facts.filter(({ at }) => at >= since);
  }

  private decided<E extends Estimate | null>(subject: string, learned: E, model: E): E {
    const { pinned, isOff } = this.choiceOf(subject);
    if (isOff || learned === null) return isOff ? model : learned;
    return pinned === null ? learned : { ...learned, value: pinned, low: pinned, high: pinned };
  }
}
