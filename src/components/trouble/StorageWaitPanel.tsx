'use client';

import { Button } from '../Button';
import { SaveKnownButton } from '../SaveKnownButton';
import { StorageStrip } from './StorageStrip';

const WORDS = {
  silent: {
    title: 'The browser’s storage is not responding',
    words:
      'Lamella cannot show or save anything until it responds. Close other Lamella tabs, then reload the page. If that does not help, restart the browser. Your stored data is not changed.',
  },
  blocked: {
    title: 'An older Lamella is open in another tab',
    words: 'Close that tab to continue. This tab then continues automatically.',
  },
  'newer-version': {
    title: 'Lamella was updated in another tab',
    words: 'This tab no longer saves anything. Reload the page to continue.',
  },
} as const;

/** What is said over every screen while the storage is there, and cannot be used from this page. */
export function StorageWaitPanel({ trouble }: { trouble: keyof typeof WORDS }) {
  return (
    <StorageStrip {...WORDS[trouble]}>
      <Button kind="primary" onClick={() => location.reload()}>
        Reload page
      </Button>
      <SaveKnownButton />
    </StorageStrip>
  );
}
