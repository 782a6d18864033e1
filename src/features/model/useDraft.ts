'use client';

import { useEffect, useRef, useState } from 'react';
import type { ModelSetup } from '@/core/model/setup';
import { toast } from '@/store/toast';
import { WorkerClosedError, type PrintClient } from '@/workers/print/printClient';
import type { ModelDraft } from '@/workers/print/protocol';

/** A set-up that is tried, and what the model would be. */
export interface Draft {
  readonly setup: ModelSetup;
  /** The newest that is known; null at first. */
  readonly made: ModelDraft | null;
  /** The set-up that `made` was made with. */
  readonly madeFor: ModelSetup | null;
  readonly change: (part: Partial<ModelSetup>) => void;
}

/** Typing goes on for a moment before anything is worked out, ms. */
const CALM = 150;

/** Tries set-ups of the open model without changing the job. */
export function useDraft(client: PrintClient, applied: ModelSetup): Draft {
  const [setup, setSetup] = useState(applied);
  const [made, setMade] = useState<{ draft: ModelDraft; for: ModelSetup } | null>(null);
  const first = useRef(true);
  useEffect(() => {
    let wanted = true;
    const ask = (): void => {
      client.modelDraft(setup).then(
        (draft) => {
          if (wanted && draft) setMade({ draft, for: setup });
        },
        (error: unknown) => {
          if (wanted && !(error instanceof WorkerClosedError)) toast.error(String(error));
        },
      );
    };
    const timer = setTimeout(ask, first.current ? 0 : CALM);
    first.current = false;
    return () => {
      wanted = false;
      clearTimeout(timer);
    };
  }, [client, setup]);
  return {
    setup,
    made: made?.draft ?? null,
    madeFor: made?.for ?? null,
    change: (part) => setSetup((now) => ({ ...now, ...part })),
  };
}
