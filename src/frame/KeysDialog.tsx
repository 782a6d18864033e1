'use client';

import { Dialog } from 'radix-ui';
import { ACTION_GROUPS, shortcutLabel } from '@/actions/action';
import { PLAN_ACTIONS } from '@/actions/planActions';
import { Switch } from '@/components/controls/Switch';
import { usePreferences } from '@/store/settings/settings';
import { DialogFrame } from '@/components/DialogFrame';

interface KeysDialogProps {
  readonly open: boolean;
  readonly onClose: () => void;
}

/** All keys, straight from the actions. */
export function KeysDialog({ open, onClose }: KeysDialogProps) {
  const singleKeys = usePreferences((state) => state.singleKeys);
  return (
    <Dialog.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <DialogFrame
        title="Keyboard shortcuts"
        description="On a Mac, use Cmd instead of Ctrl. On a swap’s flag, ↑ and ↓ move the swap."
      >
        <div className="mb-3 border-b border-line pb-2">
          <Switch
            checked={singleKeys}
            onChange={(on) => usePreferences.setState({ singleKeys: on })}
          >
            Single-key shortcuts
          </Switch>
          <p className="text-sm text-muted">
            Switch them off if they get in your way. Ctrl+K still finds every action.
          </p>
        </div>
        <div className={`gap-x-8 sm:columns-2 ${singleKeys ? '' : 'opacity-70'}`}>
          {ACTION_GROUPS.map((group) => (
            <section key={group} className="mb-4 break-inside-avoid-column">
              <h3 className="mb-1 text-sm font-semibold text-muted">{group}</h3>
              <dl>
                {PLAN_ACTIONS.filter(
                  (action) => action.group === group && action.shortcuts.length > 0,
                ).map((action) => (
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
