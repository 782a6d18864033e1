import type { ByteSource } from '../byteSource';
import { NO_WORDS } from '../blocks/blocks';
import type { Insertion, Place } from '../blocks/insertion';
import type { ToolLine } from '../gcode/toolHeat';
import type { SlicedFile } from '../read/slicedFile';
import { NO_PROMISES } from '../recipe/promises';
import { settingLine } from '../recipe/render';
import { NO_SETTINGS } from '../recipe/settings';
import { muteAt, type Draft } from './drafts';
import type { OutputRequest } from './request/request';
import { rewriteCommands, rewritesOf, type Rewrite } from './rewrites';
import { layerRound, printedUpTo } from './seams/seams';
import { toolAnswer } from './toolLines';

/** Lines of the file that go, and the blocks that stand for them. */
export interface StandIns {
  readonly drafts: readonly Draft[];
  readonly mutes: readonly Insertion[];
}

/**
 * What stands for lines of the file: what a band has of its own, times left, temperatures without the number
 * of a tool, and the numbers of numbered lines that go.
 */
export async function standInsOf(
  input: ByteSource,
  reading: SlicedFile,
  request: OutputRequest,
  toolLines: readonly ToolLine[],
): Promise<StandIns> {
  const isNumbered = reading.sections.some(({ state }) => state.lineNumber >= 0);
  const rewritten = rewritesOf(reading, request);
  const own = new Set(rewritten.map(({ setting }) => setting.offset));
  const answered = toolLines.map((line) => {
    return { line, answer: toolAnswer(line, printedUpTo(reading, line.offset)) };
  });
  const goes = answered.flatMap(({ line, answer }) => (answer === 'take-out' ? [line] : []));
  // What a band has of its own is given without the number of a tool anyway.
  const mapped = answered.flatMap(({ line, answer }) =>
    answer === 'without-tool' && !own.has(line.offset) ? [line] : [],
  );
  const out: readonly Place[] = [...goes, ...request.takeOut];
  return {
    drafts: [
      ...(await rewriteDrafts(input, reading, request, rewritten)),
      ...mapped.map((line, i) => withoutTool(line, i, mapped.length, reading)),
      ...(isNumbered ? numberDrafts(reading, out) : []),
    ],
    mutes: [...out, ...mapped, ...rewritten.map(({ setting }) => setting)].map(muteAt),
  };
}

async function rewriteDrafts(
  input: ByteSource,
  reading: SlicedFile,
  { recipe }: OutputRequest,
  rewritten: readonly Rewrite[],
): Promise<Draft[]> {
  const drafts: Draft[] = [];
  for (const [i, rewrite] of rewritten.entries()) {
    const { setting, filament, settings, value } = rewrite;
    const waits = setting.waits && recipe.kind !== 'beep-only';
    const layer = layerRound(reading, setting.offset);
    const numbers = { index: i + 1, count: rewritten.length };
    drafts.push({
      title: { kind: 'rewrite', ...numbers, layer, inside: true, filament },
      words: { ...NO_WORDS, settings, promises: { ...NO_PROMISES, heatsTo: waits ? value : 0 } },
      place: setting,
      commands: await rewriteCommands(input, rewrite, waits),
      replaces: true,
      standing: null,
    });
  }
  return drafts;
}

/** A temperature for a tool by its number, as one nozzle gets it. */
function withoutTool(line: ToolLine, i: number, count: number, reading: SlicedFile): Draft {
  const { celsius, waits, tool } = line;
  const layer = layerRound(reading, line.offset);
  const filament = `heat of tool ${tool}`;
  const off = celsius <= 0;
  return {
    title: { kind: 'rewrite', index: i + 1, count, layer, inside: true, filament },
    words: {
      ...NO_WORDS,
      settings: off ? NO_SETTINGS : { ...NO_SETTINGS, nozzle: celsius },
      promises: { ...NO_PROMISES, heatsTo: waits ? celsius : 0 },
    },
    place: line,
    commands: [settingLine({ what: 'nozzle', value: celsius, waits })],
    replaces: true,
    standing: null,
  };
}

/** A numbered line that goes leaves its number behind, so that there is no gap. */
function numberDrafts(reading: SlicedFile, takeOut: readonly Place[]): Draft[] {
  return takeOut.map((stop, i): Draft => ({
    title: {
      kind: 'number',
      index: i + 1,
      count: takeOut.length,
      layer: layerRound(reading, stop.offset),
      inside: true,
      filament: 'line number of a stop',
    },
    words: NO_WORDS,
    place: stop,
    commands: [],
    replaces: true,
    standing: null,
  }));
}
