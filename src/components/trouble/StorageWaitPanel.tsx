'use client';

import { Button } from '../Button';
import { SaveKnownButton } from '../SaveKnownButton';
import { StorageStrip } from './StorageStrip';

const WORDS = {
  silent: {
    title: 'The browser’s storage does not answer',
    words:
      'Lamella cannot show or save anything until it does. Close other tabs with Lamella, then reload the page. If that does not help, restart the browser. What is stored stays as it is.',
  },
  blocked: {
    title: 'Another tab keeps an older Lamella open',
    words:
      'Nothing can be shown or saved until you close that tab. This one then goes on by itself.',
  },
  'newer-version': {
    title: 'Lamella was updated in another tab',
    words: 'Nothing more is saved in this one. Reload the page to go on.',
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
