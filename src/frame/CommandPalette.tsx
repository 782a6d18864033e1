'use client';

import { Command } from 'cmdk';
import { Dialog } from 'radix-ui';
import { ACTION_GROUPS, shortcutLabel, type Action, type ActionContext } from '@/actions/action';
import { useReturnFocus } from '@/browser/useReturnFocus';
import { overlays } from '@/browser/overlays';
import { PLAN_ACTIONS } from '@/actions/planActions';
import { SYNONYMS } from '@/actions/synonyms';

interface CommandPaletteProps {
  readonly open: boolean;
  readonly onClose: () => void;
  readonly context: ActionContext;
}

/** Everything that can be done now, found by typing. */
export function CommandPalette({ open, onClose, context }: CommandPaletteProps) {
  const focus = useReturnFocus();
  const choose = (action: Action): void => {
    onClose();
    // After the palette is gone, so that what the action opens can take the keyboard.
    setTimeout(() => action.run(context), 0);
  };
  return (
    <Dialog.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <Dialog.Portal container={overlays()}>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-black/45" />
        <Dialog.Content
          {...focus}
          aria-describedby={undefined}
          className="fixed top-[12dvh] left-1/2 z-40 w-[min(34rem,94vw)] -translate-x-1/2 overflow-hidden rounded-lg border border-edge bg-panel"
        >
          <Dialog.Title className="sr-only">Search actions</Dialog.Title>
          <Command label="Search actions">
            <Command.Input
              placeholder="Search actions"
              className="w-full border-b border-line bg-transparent px-4 py-3 outline-none placeholder:text-muted"
            />
            <Command.List label="Actions" className="max-h-[55dvh] overflow-y-auto p-2">
              <Command.Empty className="px-3 py-4 text-muted">No matching action.</Command.Empty>
              {ACTION_GROUPS.map((group) => (
                <Command.Group
                  key={group}
                  heading={group}
                  className="[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:pb-1 [&_[cmdk-group-heading]]:text-xs [&_[cmdk-group-heading]]:font-semibold [&_[cmdk-group-heading]]:text-muted"
                >
                  {open &&
                    PLAN_ACTIONS.filter(
                      (action) => action.group === group && (action.when?.(context) ?? true),
                    ).map((action) => (
                      <PaletteItem key={action.id} action={action} onSelect={choose} />
                    ))}
                </Command.Group>
              ))}
            </Command.List>
          </Command>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function PaletteItem({ action, onSelect }: { action: Action; onSelect: (action: Action) => void }) {
  const shortcut = action.shortcuts.at(0);
  const hint = action.hint?.();
  return (
    <Command.Item
      value={`${action.label} ${hint ?? ''}`}
      keywords={[...(SYNONYMS[action.id] ?? [])]}
      onSelect={() => onSelect(action)}
      className="flex cursor-pointer items-center justify-between gap-4 rounded px-3 py-1.5 data-[selected=true]:bg-accent-soft"
    >
      <span>
        {action.label}
        {hint && <span className="text-muted">: {hint}</span>}
      </span>
      {shortcut && <kbd className="font-mono text-xs text-muted">{shortcutLabel(shortcut)}</kbd>}
    </Command.Item>
  );
}
