'use client';

import { Tooltip } from 'radix-ui';
import type { ReactNode } from 'react';
import { ariaShortcuts, shortcutLabel, type ActionContext } from '@/actions/action';
import { planAction } from '@/actions/planActions';
import { Button, type ButtonProps } from '@/components/Button';
import { usePlanStore } from '@/store/planStore';
import { useViewStore } from '@/store/viewStore';

interface ActionButtonProps extends ButtonProps {
  readonly actionId: string;
  readonly context: ActionContext;
  /** Shown instead of the label, which then becomes the button's name. */
  readonly icon?: ReactNode;
  /** Words for this very case; the action's label when left out. */
  readonly children?: ReactNode;
  /** A longer tooltip than the label, such as what would be undone. */
  readonly hint?: string;
}

/** A button that is an action: label, key, tooltip and whether it can be pressed come from it. */
export function ActionButton({
  actionId,
  context,
  icon,
  children,
  hint,
  ...rest
}: ActionButtonProps) {
  // Whether an action can be done depends on the plan and on the layer shown.
  usePlanStore();
  useViewStore();
  const action = planAction(actionId);
  const enabled = action.when?.(context) ?? true;
  const keys = action.shortcuts.map(shortcutLabel)[0];
  return (
    <Tooltip.Provider delayDuration={500}>
      <Tooltip.Root>
        <Tooltip.Trigger asChild>
          <Button
            aria-label={icon ? action.label : undefined}
            aria-keyshortcuts={ariaShortcuts(action)}
            disabled={!enabled}
            {...rest}
            onClick={() => action.run(context)}
          >
            {icon ?? children ?? action.label}
          </Button>
        </Tooltip.Trigger>
        <Tooltip.Portal>
          <Tooltip.Content
            sideOffset={5}
            className="z-30 rounded-md bg-ink px-2.5 py-1 text-sm text-paper"
          >
            {hint ?? action.label} <kbd className="ml-1 font-mono text-xs opacity-80">{keys}</kbd>
          </Tooltip.Content>
        </Tooltip.Portal>
      </Tooltip.Root>
    </Tooltip.Provider>
  );
}
