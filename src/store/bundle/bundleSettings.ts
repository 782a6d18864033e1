import { recordText } from '@/core/bundle/recordText';
import { useAttendSettings, usePresence } from '../settings/attendSettings';
import type { Settings } from '../settings/createSettings';
import { useLearningChoices } from '../prints/learningChoices';
import {
  useCostSettings,
  useOutputSettings,
  useOwnPrinter,
  usePreferences,
} from '../settings/settings';

/** The settings that go along with a person, by the names under which they are kept. */
const SETTINGS: Readonly<Record<string, Settings<object>>> = {
  'lamella-cost': useCostSettings,
  'lamella-output': useOutputSettings,
  'lamella-own-printer': useOwnPrinter,
  'lamella-preferences': usePreferences,
  'lamella-presence': usePresence,
  'lamella-attend': useAttendSettings,
  'lamella-learning': useLearningChoices,
};

/** All settings as they are now, by name. */
export function allSettings(): Record<string, unknown> {
  return Object.fromEntries(Object.entries(SETTINGS).map(([name, use]) => [name, use.getState()]));
}

/** Names of settings in a bundle that differ from those here, and can be read. */
export function otherSettings(found: unknown): string[] {
  return Object.keys(readable(found)).filter(
    (name) => recordText(readable(found)[name]) !== recordText(SETTINGS[name].getState()),
  );
}

/** Takes settings of a bundle over; answers how to take that back. */
export function takeSettings(found: unknown): () => void {
  const before = allSettings();
  const put = (all: Readonly<Record<string, unknown>>): void => {
    for (const [name, value] of Object.entries(all)) {
      SETTINGS[name].setState(value as object, true);
    }
  };
  put(readable(found));
  return () => put(before);
}

function readable(found: unknown): Record<string, object> {
  if (typeof found !== 'object' || found === null) return {};
  return Object.fromEntries(
    Object.entries(found).flatMap(([name, value]): [string, object][] => {
      const read = Object.hasOwn(SETTINGS, name) ? SETTINGS[name].readable(value) : null;
      return read ? [[name, read]] : [];
    }),
  );
}
