'use client';

import { useEffect, useState } from 'react';
import type { OutputRequest } from '@/core/write/request/request';
import { WorkerClosedError, type PrintClient } from '@/workers/print/printClient';
import type { SwapPreview } from '@/workers/print/protocol';

/** What would be written, a moment after the last change. */
export interface PreviewState {
  /** The newest that is known; null at first, and when nothing can be written. */
  readonly preview: SwapPreview | null;
  /** Why nothing can be written; null when it can. */
  readonly refusal: string | null;
}

interface PreviewInputs {
  /** What is to be written; null of a model. */
  readonly request: OutputRequest | null;
  /** Why it cannot be; null when it can. */
  readonly refusal: string | null;
  readonly client: PrintClient;
}

const NOTHING: PreviewState = { preview: null, refusal: null };
/** A drag changes the plan with every frame; the blocks may follow more slowly, ms. */
const CALM = 120;

/** Keeps a preview of the blocks that the plan would write. */
export function usePreview({ request, refusal, client }: PreviewInputs): PreviewState {
  const [state, setState] = useState<PreviewState>(NOTHING);
  useEffect(() => {
    if (request === null) return;
    let wanted = true;
    const timer = setTimeout(() => {
      client
        .preview(request)
        .then((made) => {
          if (!wanted) return;
          setState(
            made.ok
              ? { preview: made.value, refusal: null }
              : { preview: null, refusal: made.refusal.message },
          );
        })
        .catch((error: unknown) => {
          if (!wanted || error instanceof WorkerClosedError) return;
          const why = error instanceof Error ? error.message : String(error);
          setState({ preview: null, refusal: `The preview could not be calculated. ${why}` });
        });
    }, CALM);
    return () => {
      wanted = false;
      clearTimeout(timer);
    };
  }, [request, client]);
  return refusal === null ? state : { preview: null, refusal };
}
