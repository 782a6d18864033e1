import { flushSync } from 'react-dom';
import { isWhole } from '@/core/plan/parts';
import { usePlanStore } from '@/store/plans/planStore';
import {
  isTabFor,
  SHEET_MODES,
  showMode,
  showNextMode,
  showTab,
  showWholeCore,
  toggleBlending,
  toggleMeasuring,
  useViewStore,
  zoomCore,
  type PlanTab,
  type SheetMode,
} from '@/store/plans/viewStore';
import type { Action } from './action';

/** The ways of looking at the print, as they stand on the sheet. */
export const MODE_NAMES: Readonly<Record<SheetMode, string>> = {
  layer: 'Layer',
  above: 'From above',
  below: 'From below',
  beside: 'At the step',
  side: 'Side',
  backlit: 'Backlit',
};

/** The parts of the right panel. */
export const TAB_NAMES: Readonly<Record<PlanTab, string>> = {
  parts: 'Parts',
  bands: 'Bands',
  steps: 'Steps',
  'by-hand': 'By hand',
  variants: 'Variants',
};

/** Zoom of one press on the core. */
const CLOSER = 2;

/** The height of the shown layer in the core, as a share. */
function shownShare(): number {
  const { layer, layerCount } = useViewStore.getState();
  return (layer - 0.5) / layerCount;
}

/** A tab of the plan's panel; that of the parts is there where there are several. */
function tabAction(tab: PlanTab, key: string, label: string): Action {
  return {
    id: `tab-${tab}`,
    label,
    group: 'View',
    shortcuts: [{ key }],
    when: () => {
      const { plan } = usePlanStore.getState();
      return plan !== null && isTabFor(tab, !isWhole(plan));
    },
    run: () => {
      // Drawn at once, so that the next key already meets the panel.
      flushSync(() => showTab(tab));
      document.getElementById(tab === 'by-hand' ? 'places' : `plan-tab-${tab}`)?.focus();
    },
  };
}

/** Looking at the print in other ways. */
export const VIEW_ACTIONS: readonly Action[] = [
  {
    id: 'next-view',
    label: 'Next sheet view',
    group: 'View',
    shortcuts: [{ key: 'v' }],
    run: showNextMode,
  },
  ...SHEET_MODES.map((mode, i): Action => ({
    id: `view-${mode}`,
    label: `Sheet: ${MODE_NAMES[mode]}`,
    group: 'View',
    shortcuts: [{ key: String(i + 1), shift: true, code: `Digit${i + 1}` }],
    run: () => showMode(mode),
  })),
  {
    id: 'blend',
    label: 'Blend thin colours',
    group: 'View',
    shortcuts: [{ key: 'g' }],
    run: toggleBlending,
  },
  {
    id: 'measure',
    label: 'Measure distance',
    group: 'View',
    shortcuts: [{ key: 'm' }],
    run: toggleMeasuring,
  },
  {
    id: 'save-picture',
    label: 'Save sheet as picture',
    group: 'View',
    shortcuts: [{ key: 'e' }],
    run: ({ desk }) => desk.savePicture(),
  },
  {
    id: 'core-closer',
    label: 'Zoom in core',
    group: 'View',
    shortcuts: [{ key: '+' }, { key: '=' }],
    run: () => zoomCore(CLOSER, shownShare()),
  },
  {
    id: 'core-wider',
    label: 'Zoom out core',
    group: 'View',
    shortcuts: [{ key: '-' }],
    when: () => useViewStore.getState().coreSpan !== null,
    run: () => zoomCore(1 / CLOSER, shownShare()),
  },
  {
    id: 'core-whole',
    label: 'Fit core',
    group: 'View',
    shortcuts: [{ key: '0' }],
    when: () => useViewStore.getState().coreSpan !== null,
    run: showWholeCore,
  },
  tabAction('parts', 'q', 'Show parts'),
  tabAction('bands', 'b', 'Show bands'),
  tabAction('steps', 't', 'Show steps'),
  tabAction('by-hand', 'h', 'Type swaps'),
  tabAction('variants', 'k', 'Compare plans'),
];
