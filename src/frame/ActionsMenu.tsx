'use client';

import { Menu } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { shortcutLabel, type ActionContext } from '@/actions/action';
import { overlays } from '@/browser/overlays';
import { PLAN_ACTIONS } from '@/actions/planActions';

const GROUPS = ['Plan', 'Help'] as const;

/** What concerns the plan as a whole, in a menu. */
export function ActionsMenu({ context }: { context: ActionContext }) {
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger
        aria-label="Plan menu"
        className="inline-flex min-h-8 items-center rounded-md px-2.5 hover:bg-sunk"
      >
        <Menu aria-hidden size={18} />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal container={overlays()}>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className="z-30 max-h-(--radix-dropdown-menu-content-available-height) min-w-72 overflow-y-auto rounded-md border border-edge bg-panel p-1"
        >
          {GROUPS.map((group, i) => (
            <DropdownMenu.Group key={group}>
              {i > 0 && <DropdownMenu.Separator className="my-1 h-px bg-line" />}
              {PLAN_ACTIONS.filter((action) => action.group === group).map((action) => {
                const shortcut = action.shortcuts.at(0);
                const hint = action.hint?.();
                return (
                  <DropdownMenu.Item
                    key={action.id}
                    disabled={!(action.when?.(context) ?? true)}
                    onSelect={() => setTimeout(() => action.run(context), 0)}
                    className="flex cursor-pointer justify-between gap-6 rounded px-2.5 py-1.5 text-sm outline-none data-[disabled]:cursor-default data-[disabled]:text-muted data-[highlighted]:bg-accent-soft"
                  >
                    <span>
                      {action.label}
                      {hint && `: ${hint}`}
                    </span>
                    {shortcut && (
                      <kbd className="font-mono text-xs text-muted">{shortcutLabel(shortcut)}</kbd>
                    )}
                  </DropdownMenu.Item>
                );
              })}
            </DropdownMenu.Group>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
