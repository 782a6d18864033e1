'use client';

import { useState } from 'react';
import { Button } from '@/components/Button';
import type { RunState } from '@/core/run/follow';
import type { Told } from '@/store/runs';

interface OtherTapsProps {
  readonly state: RunState;
  readonly onTell: (told: Told) => void;
}

/** What does not happen in every print: notes, a failure, an end before the end. */
export function OtherTaps({ state, onTell }: OtherTapsProps) {
  const [text, setText] = useState('');
  const words = text.trim();
  return (
    <details className="rounded-lg border border-line bg-panel px-4 py-2">
      <summary className="min-h-10 cursor-pointer py-2 font-medium">
        Something else: a note, it failed, I stopped it
      </summary>
      <label className="grid gap-1 pt-1 text-sm">
        What, and where
        <textarea
          value={text}
          maxLength={400}
          rows={2}
          onChange={({ target }) => setText(target.value)}
          className="rounded border border-edge bg-paper px-2 py-1.5"
        />
      </label>
      <div className="flex flex-wrap gap-2 py-2">
        <Button
          className="min-h-11"
          disabled={words === ''}
          onClick={() => {
            onTell({ kind: 'note', text: words });
            setText('');
          }}
        >
          Keep as a note
        </Button>
        <Button className="min-h-11" onClick={() => onTell({ kind: 'failed', what: words })}>
          It failed
        </Button>
        <Button className="min-h-11" onClick={() => onTell({ kind: 'ended' })}>
          I stopped it
        </Button>
        {state.upcoming.length > 0 && (
          <Button className="min-h-11" onClick={() => onTell({ kind: 'finished' })}>
            It is done already
          </Button>
        )}
      </div>
    </details>
  );
}
