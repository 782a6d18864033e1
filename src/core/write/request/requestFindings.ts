import { FindingList, type Finding } from '../../findings';
import type { SlicedFile } from '../../read/slicedFile';
import type { SettingName } from '../../gcode/settingName';
import { isBeforeLayer } from '../../gcode/stops';
import { swapsOf } from '../../plan/arrangement';
import type { OutputRequest } from './request';
import { undoingLines } from '../rewrites';

const NAMES: Readonly<Record<SettingName, string>> = {
  nozzle: 'nozzle temperature',
  fan: 'fan',
  flow: 'flow',
  speed: 'speed',
  remaining: 'time left',
};

/** What is worth saying of a request although it can be written. */
export function requestFindings(reading: SlicedFile, request: OutputRequest): Finding[] {
  const findings = new FindingList();
  for (const { setting, filament } of undoingLines(reading, request)) {
    if (request.rewrite.some((what) => what === setting.what)) continue;
    const message = `This line sets the ${NAMES[setting.what]} in the band of ${filament}, overriding the band’s own setting. Lamella can rewrite it.`;
    findings.add('setting-undone', 'warning', setting.line, message);
  }
  const out = new Set(request.takeOut.map(({ line }) => line));
  const swaps = swapsOf(reading, request.arrangement).filter(({ opens }) => !opens);
  const layers = new Set<number | null>(swaps.map(({ layer }) => layer));
  for (const stop of reading.stops) {
    if (out.has(stop.line) || !isBeforeLayer(stop) || !layers.has(stop.layer)) continue;
    const message = `The file has its own stop here (${stop.command}), before layer ${stop.layer}, where a swap is planned: the printer stops twice. You can remove the file’s stop.`;
    findings.add('doubled-stop', 'warning', stop.line, message);
  }
  const unheated =
    request.recipe.kind === 'spelled-out' &&
    swaps.find(({ section }) => !(reading.sections[section].state.nozzleTarget > 0));
  if (unheated) {
    const message = `The file does not say how hot the nozzle is before layer ${unheated.layer}, so the swap does not wait for heat. Check whether your printer cools while it waits.`;
    findings.add('unknown-temperature', 'warning', null, message);
  }
  return findings.toArray();
}
