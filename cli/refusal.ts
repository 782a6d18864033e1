import type { Result } from '../src/core/findings';
import type { Proof } from '../src/core/proof/proofTypes';
import { ORDINARY_PROFILE, type Printer } from '../src/core/printer/printer';
import { parsePrinter } from '../src/core/printer/printerFile';
import { readJson } from './files';

/** A refusal on its way to the answer. Thrown inside the command line only. */
export class RefusalError extends Error {
  constructor(readonly answer: { readonly error: { readonly message: string } } & object) {
    super('refused');
  }
}

export function unwrap<T>(result: Result<T>): T {
  if (!result.ok) throw new RefusalError({ error: result.refusal });
  return result.value;
}

/** A refusal of Lamella's own wording. */
export function refused(code: string, message: string): RefusalError {
  const error = { code, message };
  return new RefusalError({ error });
}

export function printerFrom(name: string | undefined): Printer {
  return name === undefined ? ORDINARY_PROFILE : unwrap(parsePrinter(unwrap(readJson(name))));
}

/** A failed proof is a refusal that also shows every check. */
export function insist(proof: Proof): Proof {
  if (proof.ok) return proof;
  const broken = proof.checks.find((check) => !check.ok);
  const error = {
    code: 'proof-failed',
    message: broken?.message ?? 'The proof failed.',
    ...(broken?.line !== undefined && { line: broken.line }),
  };
  throw new RefusalError({ error, ok: false, proof } as { error: typeof error });
}
