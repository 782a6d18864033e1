import { Button } from '../Button';
import { Standstill } from './Standstill';

interface TroubleProps {
  readonly title?: string;
  readonly message: string;
  readonly onRetry?: () => void;
}

/** What a screen shows when it cannot go on: what happened, and the ways out. */
export function Trouble({ title = 'This did not work', message, onRetry }: TroubleProps) {
  return (
    <Standstill
      title={title}
      note="Your jobs and plans are kept."
      actions={onRetry && <Button onClick={onRetry}>Try again</Button>}
    >
      <p>{message}</p>
    </Standstill>
  );
}
