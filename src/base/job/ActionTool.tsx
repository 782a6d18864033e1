import { Tool } from '@/components/controls/Toolbar';
import { ActionButton, type ActionButtonProps } from './ActionButton';

/** An action as a button of a toolbar. */
export function ActionTool(props: ActionButtonProps) {
  return (
    <Tool>
      <ActionButton kind="quiet" {...props} />
    </Tool>
  );
}
