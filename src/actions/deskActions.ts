import { isSliced } from '@/core/read/slicedFile';
import { withCopy } from '@/core/plan/file/planBook';
import { isWhole } from '@/core/plan/parts';
import { changeBook, historyNames, redo, undo, usePlanStore } from '@/store/plans/planStore';
import { showTab } from '@/store/plans/viewStore';
import type { Action } from './action';

/** What concerns the plan as a whole, and help. */
export const DESK_ACTIONS: readonly Action[] = [
  {
    id: 'undo',
    label: 'Undo',
    group: 'Plan',
    anywhere: true,
    shortcuts: [{ key: 'z' }, { key: 'z', command: true }],
    hint: () => historyNames().undo,
    when: () => historyNames().undo !== null,
    run: undo,
  },
  {
    id: 'redo',
    label: 'Redo',
    group: 'Plan',
    anywhere: true,
    shortcuts: [
      { key: 'z', shift: true },
      { key: 'z', shift: true, command: true },
    ],
    hint: () => historyNames().redo,
    when: () => historyNames().redo !== null,
    run: redo,
  },
  {
    id: 'write-file',
    label: 'Write file',
    group: 'Plan',
    anywhere: true,
    shortcuts: [{ key: 'w' }],
    when: () => {
      const { plan } = usePlanStore.getState();
      return plan !== null && (!isWhole(plan) || plan.parts[0].swaps.length > 0);
    },
    run: ({ desk }) => desk.writeFile(),
  },
  {
    id: 'in-hand',
    label: 'Take the print in the hand',
    group: 'View',
    anywhere: true,
    shortcuts: [{ key: 'y' }],
    run: ({ desk }) => desk.goTo('hand'),
  },
  {
    id: 'go-read',
    label: 'Go to Read: what the file holds',
    group: 'Plan',
    anywhere: true,
    shortcuts: [{ key: 'g', shift: true }],
    run: ({ desk }) => desk.goTo('read'),
  },
  {
    id: 'go-plan',
    label: 'Go to Plan: the layers of the swaps',
    group: 'Plan',
    anywhere: true,
    shortcuts: [{ key: 'p', shift: true }],
    run: ({ desk }) => desk.goTo('plan'),
  },
  {
    id: 'go-recipe',
    label: 'Go to Recipe: how the printer stops',
    group: 'Plan',
    anywhere: true,
    shortcuts: [{ key: 'r', shift: true }],
    run: ({ desk }) => desk.goTo('recipe'),
  },
  {
    id: 'go-checks',
    label: 'Go to Checks: what may go wrong',
    group: 'Plan',
    anywhere: true,
    shortcuts: [{ key: 'c', shift: true }],
    run: ({ desk }) => desk.goTo('checks'),
  },
  {
    id: 'go-output',
    label: 'Go to Output: write and prove',
    group: 'Plan',
    anywhere: true,
    shortcuts: [{ key: 'o', shift: true }],
    run: ({ desk }) => desk.goTo('output'),
  },
  {
    id: 'copy-variant',
    label: 'Try another plan beside this one',
    group: 'Plan',
    shortcuts: [{ key: 'd' }],
    run: () => {
      changeBook('another plan', withCopy);
      showTab('variants');
    },
  },
  {
    id: 'filaments',
    label: 'Change the filaments of this plan',
    group: 'Plan',
    shortcuts: [{ key: 'f' }],
    run: ({ desk }) => desk.show('filaments'),
  },
  {
    id: 'purge-cost',
    label: 'Purge and cost of this plan',
    group: 'Plan',
    shortcuts: [{ key: 'u' }],
    run: ({ desk }) => desk.show('purge'),
  },
  {
    id: 'leftovers',
    label: 'What can I make of my leftovers?',
    group: 'Plan',
    shortcuts: [{ key: 'o' }],
    run: ({ desk }) => desk.show('leftovers'),
  },
  {
    id: 'presence',
    label: 'Say when you sleep and when you are out',
    group: 'Plan',
    shortcuts: [{ key: 'i' }],
    run: ({ desk }) => desk.show('presence'),
  },
  {
    id: 'new-slice',
    label: 'Use a new slice of this part',
    group: 'Plan',
    shortcuts: [{ key: 'r' }],
    run: ({ desk }) => desk.openNewSlice(),
  },
  {
    id: 'watch-file',
    label: 'Watch the sliced file on the disk',
    group: 'Plan',
    anywhere: true,
    shortcuts: [],
    run: ({ desk }) => desk.watchFile(),
  },
  {
    id: 'files',
    label: 'Files that this job prints',
    group: 'Plan',
    anywhere: true,
    shortcuts: [{ key: 'f', shift: true }],
    when: ({ reading }) => isSliced(reading),
    run: ({ desk }) => desk.show('files'),
  },
  {
    id: 'scale',
    label: 'Scale the part: what moves',
    group: 'Plan',
    shortcuts: [{ key: 'c' }],
    run: ({ desk }) => desk.show('scale'),
  },
  {
    id: 'save-plan',
    label: 'Save the plan as a file',
    group: 'Plan',
    anywhere: true,
    shortcuts: [{ key: 's', command: true }],
    run: ({ desk }) => desk.savePlan(),
  },
  {
    id: 'save-job',
    label: 'Save the job to hand it on',
    group: 'Plan',
    anywhere: true,
    shortcuts: [],
    run: ({ desk }) => desk.saveJob(),
  },
  {
    id: 'open-plan',
    label: 'Open a plan file',
    group: 'Plan',
    anywhere: true,
    shortcuts: [{ key: 'o', command: true }],
    run: ({ desk }) => desk.openPlanFile(),
  },
  {
    id: 'show-palette',
    label: 'Find an action',
    group: 'Help',
    anywhere: true,
    shortcuts: [{ key: 'k', command: true }],
    run: ({ desk }) => desk.show('palette'),
  },
  {
    id: 'show-keys',
    label: 'Show the keys',
    group: 'Help',
    anywhere: true,
    shortcuts: [{ key: '?' }],
    run: ({ desk }) => desk.show('keys'),
  },
  {
    id: 'show-tour',
    label: 'Show the way round',
    group: 'Help',
    shortcuts: [],
    run: ({ desk }) => desk.show('tour'),
  },
];
