'use client';

import { Trouble } from '@/components/trouble/Trouble';

export default function ErrorPage({ error, reset }: { error: Error; reset: () => void }) {
  return <Trouble message={error.message} onRetry={reset} />;
}
