/** A group of the job's menu: what has no button, tab or link of its own beside it. */
interface MenuGroup {
  readonly name: string;
  /** Actions by their ids. */
  readonly actions: readonly string[];
}

/** The job's menu, from top to bottom. */
export const JOB_MENU: readonly MenuGroup[] = [
  {
    name: 'File',
    actions: ['new-slice', 'files', 'watch-file', 'open-plan', 'save-plan', 'save-job'],
  },
  { name: 'Plan', actions: ['filaments', 'purge-cost', 'leftovers', 'scale', 'presence'] },
  { name: 'View', actions: ['in-hand', 'save-picture'] },
  { name: 'Help', actions: ['show-keys', 'show-tour'] },
];
