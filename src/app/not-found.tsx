import { Standstill } from '@/components/trouble/Standstill';

export default function NotFound() {
  return (
    <Standstill title="Page not found" isCalm>
      <p>The address may be mistyped. Your jobs are on the Bench.</p>
    </Standstill>
  );
}
