import type { MutedLine } from './mutedLine';
import type { Printer } from '../printer/printer';
import type { SimulatedPrinter } from '../printer/simulate';
import type { PrintedHeights } from '../print/printedHeights';
import type { SlicedFile } from '../read/slicedFile';
import type { MachineState } from '../gcode/machine';
import type { Block, BlockFinder } from '../blocks/blocks';
import type { BlockTrace } from './blockTrace';
import type { OutputOrder } from './outputOrder';
import type { AssumedSettings } from '../write/seams/assumed';
import type { OutputRequest } from '../write/request/request';

/** One statement of the proof, by its number in {@link proveOutput}. */
export interface ProofCheck {
  readonly check: 1 | 2 | 3 | 4 | 5;
  readonly ok: boolean;
  readonly message: string;
  /** Line of the output that breaks it, from 1. */
  readonly line?: number;
}

/** The output is handed out only when all of it holds. */
export interface Proof {
  readonly ok: boolean;
  readonly checks: readonly ProofCheck[];
}

/** What an output is proven against. */
export interface ProofInputs {
  readonly reading: SlicedFile;
  /** What was asked for; null to take the blocks' own words for it. */
  readonly planned: OutputRequest | null;
  readonly printer?: Printer;
  /** Where in the output another of its files begins, when it is several, one behind another. */
  readonly cuts?: readonly number[];
  /** Told how many bytes of both files have been run through. */
  readonly onProgress?: (bytes: number) => void;
}

/** Both files as two simulated printers ran them. */
export interface ProvenRun {
  readonly found: BlockFinder;
  /** Those of its blocks that lead over what stands, and down again. */
  readonly lifts: readonly Block[];
  /** Where each block stands in the input. */
  readonly places: readonly number[];
  /** What each line that was taken out did in the input. */
  readonly muted: readonly MutedLine[];
  /** The same by the place of the mark in the output. */
  readonly muteAt: ReadonlyMap<number, MutedLine | undefined>;
  readonly before: SimulatedPrinter;
  /** States that the input wants at `places`. */
  readonly inputStates: readonly MachineState[];
  /** The order in which the output prints, and what the input wants there. */
  readonly order: OutputOrder;
  /** What is taken to hold where the file has not set anything yet. */
  readonly assumed: AssumedSettings;
  readonly after: SimulatedPrinter;
  /** The output's state at a place of it: the start or end of a block, or an open seam. */
  readonly stateIn: (place: number) => MachineState;
  readonly traces: readonly BlockTrace[];
  readonly printer: Printer;
  readonly planned: ProofInputs['planned'];
  readonly reading: SlicedFile;
  readonly heights: PrintedHeights;
}

/** `Swap 2`, `The warning before layer 9`: a block as the start of a sentence. */
export function nameOf({ kind, index, layer, inside }: Block): string {
  switch (kind) {
    case 'swap':
      return `Swap ${index}`;
    case 'warning':
      return `The warning before layer ${layer}`;
    case 'load':
      return 'The stop for the first filament';
    case 'hop':
      return `The travel to ${inside ? 'another place of' : ''} layer ${layer}`.replace('  ', ' ');
    case 'lift':
      return `Lift ${index} in layer ${layer}`;
    case 'lower':
      return `The descent after lift ${index}`;
    case 'handover':
      return `The end of file ${index}`;
    case 'takeup':
      return `The start of file ${index}`;
    case 'rewrite':
      return `The setting in layer ${layer}`;
    case 'number':
      return `The line number in layer ${layer}`;
  }
}
