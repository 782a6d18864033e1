import { plural } from '@/core/format';
import type { Group, PreviewItem } from '@/store/bundle/previewItems';

const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });
const moment = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  year: 'numeric',
  hour: '2-digit',
  minute: '2-digit',
});

/** `2 Apr 2026` */
export const dayWords = (at: number): string => day.format(at);
/** `2 Apr 2026, 14:05` */
export const momentWords = (at: number): string => moment.format(at);

/** Where things of a file are found in Lamella. */
export const GROUP_WORDS: Readonly<Record<Group, string>> = {
  jobs: 'Jobs and their plans',
  prints: 'Prints in the logbook',
  printers: 'Printers and what was measured',
  spools: 'Spools on the shelf',
};

/** What taking a thing out of a file would do. */
export function itemWords(item: PreviewItem): string {
  const { state, last, thereAt, hereAt, group, isMadeUp, bringsFile } = item;
  if (item.lacksSlice) return 'for another sliced file that is not in this one: cannot be imported';
  if (state === 'same') return 'identical here';
  if (state === 'gone') {
    return hereAt === null ? 'deleted here' : `deleted here on ${momentWords(hereAt)}`;
  }
  if (state === 'new') return isMadeUp ? 'comes with Lamella; none of your data' : 'new';
  if (group === 'prints') return 'recorded here and in the file: both are merged';
  if (bringsFile && last === null) return 'its sliced file is missing here and will be restored';
  if (last === null) return 'differs from yours; the newer one is unknown';
  const [newer, older] = last === 'there' ? ['in the file', 'here'] : ['here', 'in the file'];
  const [at, before] = last === 'there' ? [thereAt, hereAt] : [hereAt, thereAt];
  const since = before === null ? '' : `, ${older} on ${momentWords(before)}`;
  return at === null
    ? `changed ${newer} last`
    : `changed ${newer} last, on ${momentWords(at)}${since}`;
}

/** `3 jobs`, as what is taken is counted. */
export function thingsWords(count: number): string {
  return plural(count, 'thing');
}
