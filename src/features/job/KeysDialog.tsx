'use client';

import { Dialog } from 'radix-ui';
import { shortcutLabel, type Action } from '@/actions/action';
import { PLAN_ACTIONS } from '@/actions/planActions';
import { DialogFrame } from '@/components/DialogFrame';

const GROUPS: readonly Action['group'][] = ['Layers', 'Swaps', 'Plan', 'Help'];

interface KeysDialogProps {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
}

/** All keys, straight from the actions. */
export function KeysDialog({ open, onOpenChange }: KeysDialogProps) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <DialogFrame title="Keys" description="On a Mac, Cmd takes the place of Ctrl.">
        <div className="grid gap-x-8 sm:grid-cols-2">
          {GROUPS.map((group) => (
            <section key={group} className="mb-4">
              <h3 className="mb-1 text-sm font-semibold text-muted">{group}</h3>
              <dl>
                {PLAN_ACTIONS.filter((action) => action.group === group).map((action) => (
                  <div key={action.id} className="flex justify-between gap-3 py-0.5 text-sm">
                    <dt>{action.label}</dt>
                    <dd className="shrink-0">
                      {action.shortcuts.map((shortcut) => (
                        <kbd
                          key={shortcutLabel(shortcut)}
                          className="ml-1 rounded border border-line bg-sunk px-1.5 font-mono text-xs"
                        >
                          {shortcutLabel(shortcut)}
                        </kbd>
                      ))}
                    </dd>
                  </div>
                ))}
              </dl>
            </section>
          ))}
        </div>
      </DialogFrame>
    </Dialog.Root>
  );
}
