'use client';

import { Tooltip } from 'radix-ui';
import { memo, type ReactNode } from 'react';
import { ariaShortcuts, shortcutLabel, type Action, type ActionContext } from '@/actions/action';
import { planAction } from '@/actions/planActions';
import { Button, type ButtonProps } from '@/components/Button';
import { useStore } from 'zustand';
import { usePlanStore } from '@/store/plans/planStore';
import { overlays } from '@/browser/overlays';
import { useRestingPlan, useRestingView } from '@/store/plans/resting';

export interface ActionButtonProps extends ButtonProps {
  readonly actionId: string;
  readonly context: ActionContext;
  /** Shown instead of the label, which then becomes the button's name. */
  readonly icon?: ReactNode;
  /** While it is being done it cannot be pressed again, and keeps the keyboard. */
  readonly isBusy?: boolean;
  /** Words for this very case; the action's label when left out. */
  readonly children?: ReactNode;
}

/** A button that is an action: label, key, tooltip and whether it can be pressed come from it. */
export const ActionButton = memo(function ActionButton({
  actionId,
  context,
  icon,
  isBusy = false,
  children,
  ...rest
}: ActionButtonProps) {
  const action = planAction(actionId);
  // Whether an action can be done depends on the plan, on what undo could take back, and on the view; the
  // button is redrawn only when that changes.
  const canRun = (): boolean => action.when?.(context) ?? true;
  const inPlan = useRestingPlan(canRun);
  const inHistory = useStore(usePlanStore.temporal, canRun);
  const inView = useRestingView(canRun);
  return (
    <Tooltip.Root>
      <Tooltip.Trigger asChild>
        <Button
          aria-label={icon ? action.label : undefined}
          aria-keyshortcuts={ariaShortcuts(action)}
          disabled={!(inPlan && inHistory && inView)}
          aria-disabled={isBusy || undefined}
          {...rest}
          onClick={() => {
            if (!isBusy) action.run(context);
          }}
        >
          {icon ?? children ?? action.label}
        </Button>
      </Tooltip.Trigger>
      <Tooltip.Portal container={overlays()}>
        <Tooltip.Content
          sideOffset={5}
          className="z-30 rounded-md bg-ink px-2.5 py-1 text-sm text-paper"
        >
          <ActionWords action={action} />
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  );
});

/** What an action does just now, and its key. Drawn when it is shown, since undo's words change. */
function ActionWords({ action }: { action: Action }) {
  const shortcut = action.shortcuts.at(0);
  const hint = action.hint?.();
  return (
    <>
      {action.label}
      {hint && `: ${hint}`}{' '}
      {shortcut && (
        <kbd className="ml-1 font-mono text-xs opacity-80">{shortcutLabel(shortcut)}</kbd>
      )}
    </>
  );
}
