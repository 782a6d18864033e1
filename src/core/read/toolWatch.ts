import { M_COMMANDS } from '../gcode/commandTable';
import type { FindingList } from '../findings';
import type { Words } from '../gcode/lines/words';
import { changedTool, heatedTool, mayChangeTool } from '../gcode/toolWords';

/** Looks out for tools, and for words that may change them in a way that is not known. */
export class ToolWatch {
  /** A file that names no tool uses the first one. */
  private readonly tools = new Set<number>([0]);
  private odd: { readonly line: number; readonly text: string } | null = null;

  /** Takes a line that does not move; `text` is asked for where it matters only. */
  take(words: Words, bytes: Uint8Array, line: number, text: () => string): void {
    const tool = changedTool(words, bytes) ?? heatedTool(words);
    if (tool !== null) this.tools.add(tool);
    else if (this.odd === null && mayChangeTool(words, bytes, M_COMMANDS.has(words.code))) {
      this.odd = { line, text: text() };
    }
  }

  /** Says of a file that speaks of several tools what may change them unseen. */
  report(findings: FindingList): void {
    const { odd, tools } = this;
    if (odd === null || tools.size < 2) return;
    const message = `${odd.text} may be a tool change. Lamella does not know this command, so it counts what follows as the part before. Set the slicer to write T and the tool number.`;
    findings.add('unknown-tool-change', 'warning', odd.line, message);
  }
}
