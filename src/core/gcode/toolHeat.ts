import { Effect } from './effect';
import type { Machine } from './machine';
import { heatedTool } from './toolWords';
import type { Words } from './lines/words';

/** A line that speaks of a tool which a printer with one nozzle does not have. */
export interface ToolLine {
  readonly line: number;
  readonly offset: number;
  /** A tool change, or a temperature for one. */
  readonly kind: 'change' | 'heat';
  /** The tool that it names, and the one in use there. */
  readonly tool: number;
  readonly inUse: number;
  /** °C, and whether the printer waits for it; 0 for a change. */
  readonly celsius: number;
  readonly waits: boolean;
}

/**
 * What the nozzle of each tool is to be heated to, where a file heats tools by their numbers. One nozzle has
 * to be as hot as the tool that prints. A tool without a temperature of its own is as hot as the printer is
 * told to be.
 */
export class ToolHeat {
  private readonly own = new Map<number, number>();

  /** Takes a line that has just been obeyed. */
  take(effect: Effect, words: Words, machine: Machine): void {
    if (effect !== Effect.Heat || machine.heatsBed) return;
    const named = heatedTool(words);
    const tool = named ?? machine.tool;
    if (named !== null || this.own.has(tool)) this.own.set(tool, machine.heatTarget);
  }

  /** The target of the tool in use, °C. */
  target({ tool, nozzleTarget }: Pick<Machine, 'tool' | 'nozzleTarget'>): number {
    return this.own.get(tool) ?? nozzleTarget;
  }
}
