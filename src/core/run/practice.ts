import { bandTimes, type RunPlan } from './runPlan';

/** Command that stops a stand-in in each way of stopping. */
export const PRACTICE_STOP = 'M600';

/**
 * A file for the stand-in that takes the time of a run and stops where it does: it prints nothing, and waits in
 * place of each band.
 */
export function practiceFile(plan: RunPlan): string {
  const times = bandTimes(plan);
  const lines = ['G21', 'G90', 'M104 S205', 'M140 S60', 'G28', 'G1 Z0.2 F600'];
  plan.bands.forEach((band, i) => {
    if (i > 0) {
      const { letter, name } = band.filament;
      lines.push(`M117 Load ${letter} ${name.replace(/[^\x20-\x7e]/g, '')}`, PRACTICE_STOP);
    }
    lines.push(`G1 Z${Math.max(0.2, band.top).toFixed(2)} F600`, ...dwell(times[i]));
  });
  lines.push('M104 S0', 'M140 S0');
  return `${lines.join('\n')}\n`;
}

/** Waits in pieces, so that the stand-in can be paused between them. */
function dwell(seconds: number): string[] {
  const pieces = Math.ceil(seconds / 10);
  return Array.from(
    { length: pieces },
    (_, i) => `G4 S${Math.min(10, seconds - i * 10).toFixed(2)}`,
  );
}

/** A mistake that a rehearsal has noticed. */
export const MISTAKES = {
  strand:
    'You resumed before removing the purge strand: the head would have dragged it over the print.',
  spool: 'You took a different spool than planned.',
  cold: 'The nozzle had gone cold: reheat it before you unload or load anything.',
  motors: 'The motors had switched off: the printer may have lost its position.',
  late: 'You came late: the printer had waited more than ten minutes.',
} as const;
export type Mistake = keyof typeof MISTAKES;
