import type { FindingList } from '../findings';
import {
  ISSUE_AMBIGUOUS_NUMBER,
  ISSUE_BAD_CHECKSUM,
  ISSUE_BAD_NUMBER,
  ISSUE_TWO_COMMANDS,
  type Words,
} from './lines/words';

const SENTENCES = [
  [
    ISSUE_BAD_NUMBER,
    'bad-number',
    'Part of this line is not a command with numbers. It is kept unchanged.',
  ],
  [
    ISSUE_AMBIGUOUS_NUMBER,
    'ambiguous-number',
    'A number with an exponent: printers may read its E as the extruder. Lamella reads it as a number.',
  ],
  [
    ISSUE_TWO_COMMANDS,
    'two-commands',
    'Two commands are on one line. Most printers follow only the first one, and so does Lamella.',
  ],
  [ISSUE_BAD_CHECKSUM, 'bad-checksum', 'The checksum does not match the line.'],
] as const;

/** Turns the scanner's issue bits of one line into findings. */
export function describeIssues(words: Words, line: number, findings: FindingList): void {
  for (const [bit, code, message] of SENTENCES) {
    if ((words.issues & bit) !== 0) findings.add(code, 'warning', line, message);
  }
}
