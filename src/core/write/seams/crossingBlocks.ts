import { crossingActions } from '../../recipe/crossing';
import { promisesOf } from '../../recipe/promises';
import { renderActions } from '../../recipe/render';
import { NO_WORDS, type BlockTitle } from '../../blocks/blocks';
import type { Crossing } from './crossings';
import type { Draft } from '../drafts';
import type { OutputRequest } from '../request/request';

/** The blocks before and behind a crossing travel: over what stands, and down again. */
export function crossingDrafts(
  { begin, end, from, to, printedTop, leads, retracts }: Crossing,
  about: Pick<BlockTitle, 'index' | 'count' | 'layer'>,
  { printer: { firmware } }: Pick<OutputRequest, 'printer'>,
): readonly [Draft, Draft] {
  const actions = crossingActions(from, to, printedTop, { leads, retracts });
  const title = { ...about, inside: true, filament: 'over the print' } as const;
  const lifted = { ...from, z: actions.z };
  return [
    {
      title: { ...title, kind: 'lift' },
      words: { ...NO_WORDS, promises: promisesOf(actions.lift, from.retracted) },
      place: begin,
      commands: renderActions(actions.lift, lifted, firmware, from),
      replaces: false,
      standing: null,
    },
    {
      title: { ...title, kind: 'lower' },
      words: { ...NO_WORDS, promises: promisesOf(actions.lower, to.retracted) },
      place: end,
      commands: renderActions(actions.lower, to, firmware, to),
      replaces: false,
      standing: null,
    },
  ];
}
