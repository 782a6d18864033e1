'use client';

import { Menu } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { shortcutLabel, type Action, type ActionContext } from '@/actions/action';
import { Tool } from '@/components/controls/Toolbar';
import { overlays } from '@/browser/overlays';
import { JOB_MENU } from '@/actions/menu';
import { planAction } from '@/actions/planActions';
import { MENU, MENU_ITEM } from '@/components/menuLook';

/** What concerns the job and its plan as a whole, in a menu. */
export function ActionsMenu({ context }: { context: ActionContext }) {
  return (
    <DropdownMenu.Root modal={false}>
      <Tool>
        <DropdownMenu.Trigger
          aria-label="Job menu"
          className="inline-flex min-h-8 items-center rounded-md px-2.5 hover:bg-sunk"
        >
          <Menu aria-hidden size={18} />
        </DropdownMenu.Trigger>
      </Tool>
      <DropdownMenu.Portal container={overlays()}>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className={`${MENU} max-h-(--radix-dropdown-menu-content-available-height) min-w-72 overflow-y-auto`}
        >
          {JOB_MENU.map(({ name, actions }, i) => (
            <DropdownMenu.Group key={name}>
              {i > 0 && <DropdownMenu.Separator className="my-1 h-px bg-line" />}
              <DropdownMenu.Label className="px-2.5 pt-1 pb-0.5 text-xs font-semibold text-muted">
                {name}
              </DropdownMenu.Label>
              {actions.map((id) => (
                <MenuItem key={id} action={planAction(id)} context={context} />
              ))}
            </DropdownMenu.Group>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

function MenuItem({ action, context }: { action: Action; context: ActionContext }) {
  const shortcut = action.shortcuts.at(0);
  return (
    <DropdownMenu.Item
      disabled={!(action.when?.(context) ?? true)}
      onSelect={() => setTimeout(() => action.run(context), 0)}
      className={`${MENU_ITEM} justify-between gap-6`}
    >
      {action.label}
      {shortcut && <kbd className="font-mono text-xs text-muted">{shortcutLabel(shortcut)}</kbd>}
    </DropdownMenu.Item>
  );
}
