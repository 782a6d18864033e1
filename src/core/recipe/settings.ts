import type { MachineState } from '../gcode/machine';

/**
 * What is changed on purpose at a swap; null for what stays as the file has it.
 */
export interface BandSettings {
  /** Nozzle temperature, °C. */
  readonly nozzle: number | null;
  /** Part fan, 0 to 100 %. */
  readonly fan: number | null;
  /** Flow, % of the file's own. */
  readonly flow: number | null;
  /** Speed, % of the file's own. */
  readonly speed: number | null;
}

export const NO_SETTINGS: BandSettings = { nozzle: null, fan: null, flow: null, speed: null };

export function hasSettings(settings: BandSettings): boolean {
  return Object.values(settings).some((value) => value !== null);
}

export const SETTING_NAMES = ['nozzle', 'fan', 'flow', 'speed'] as const;

/** `nozzle 215, fan 60`: what a swap changes on purpose, as its block declares it. */
export function settingsText(settings: BandSettings): string {
  return SETTING_NAMES.flatMap((name) =>
    settings[name] === null ? [] : `${name} ${settings[name]}`,
  ).join(', ');
}

/** Reads {@link settingsText}; null when it is none. */
export function parseSettings(text: string): BandSettings | null {
  const found: Record<string, number> = {};
  for (const part of text.split(', ')) {
    const match = /^(nozzle|fan|flow|speed) (\d+(?:\.\d+)?)$/.exec(part);
    if (!match) return null;
    found[match[1]] = Number(match[2]);
  }
  return { ...NO_SETTINGS, ...found };
}

/** The `S` of the command for each value: the band's own, or the file's. */
export function settingValues(
  { nozzle, fan, flow, speed }: BandSettings,
  state: MachineState,
): Readonly<Record<keyof BandSettings, number>> {
  const percent = (own: number | null, factor: number): number =>
    Number((factor * (own ?? 100)).toFixed(5));
  return {
    nozzle: nozzle ?? state.nozzleTarget,
    fan: fan === null ? state.fan : Math.round(fan * 2.55),
    flow: percent(flow, state.flowFactor),
    speed: percent(speed, state.speedFactor),
  };
}

/** The state that a swap leaves behind: the file's own, but for what it changes on purpose. */
export function stateWith(settings: BandSettings, state: MachineState): MachineState {
  const values = settingValues(settings, state);
  return {
    ...state,
    nozzleTarget: values.nozzle,
    fan: values.fan,
    flowFactor: settings.flow === null ? state.flowFactor : values.flow / 100,
    speedFactor: settings.speed === null ? state.speedFactor : values.speed / 100,
  };
}
