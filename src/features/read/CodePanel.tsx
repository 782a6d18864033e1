'use client';

import { useEffect, useRef, useState } from 'react';
import { Button } from '@/components/Button';
import { describeLayer } from '@/core/describeLayer';
import { layerOfLine } from '@/core/read/slicedFile';
import { lineWords, sourceLine } from '@/core/read/sourceLine';
import { useSlicedJob } from '@/base/job/jobContext';
import type { FileLines } from '@/workers/print/protocol';
import { WorkerClosedError } from '@/workers/print/printClient';
import { codeView, type CodeView } from './codeView';

/** Lines that are in the editor at a time; a file may have millions. */
const WINDOW = 3000;

interface CodePanelProps {
  /** The line to show, from 1. */
  readonly line: number;
  readonly onLine: (line: number) => void;
}

/** The file's text round a line, with the lines of its layer marked. Only looked at, never changed. */
export function CodePanel({ line, onLine }: CodePanelProps) {
  const { client, reading } = useSlicedJob();
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<CodeView | null>(null);
  const [first] = useState(line);
  const [lines, setLines] = useState<FileLines | null>(null);
  const layer = layerOfLine(reading.layers, line);
  const held = lines ? lines.text.split('\n').length : 0;
  const inWindow = lines !== null && line >= lines.first && line < lines.first + held;

  useEffect(() => {
    if (inWindow) return;
    let wanted = true;
    client
      .lines(Math.max(1, line - WINDOW / 2), WINDOW)
      .then((fetched) => {
        if (wanted) setLines(fetched);
      })
      .catch((error: unknown) => {
        if (!(error instanceof WorkerClosedError)) console.warn(error);
      });
    return () => {
      wanted = false;
    };
  }, [client, inWindow, line]);

  useEffect(() => {
    if (!host.current) return;
    view.current = codeView(host.current, (one) => sourceLine(reading, one).line);
    return () => view.current?.destroy();
  }, [reading]);

  useEffect(() => {
    if (!lines || !inWindow) return;
    view.current?.show(
      lines,
      { line, from: layer?.firstLine ?? line, to: layer?.endLine ?? line },
      line !== first,
    );
  }, [lines, inWindow, line, layer, first]);

  return (
    <section
      aria-label="The file’s text"
      className="flex h-[75dvh] min-h-105 min-w-0 flex-col lg:h-auto lg:min-h-0"
    >
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 px-4 pt-3 pb-2">
        <h2 className="text-base font-semibold">
          <span className="inline-block first-letter:uppercase">{lineWords(reading, line)}</span>
        </h2>
        <p className="min-w-0 truncate text-sm text-muted">
          {layer ? describeLayer(layer) : 'before or after the layers'}
        </p>
        <div className="ml-auto flex gap-1">
          <Button disabled={line <= 1} onClick={() => onLine(Math.max(1, line - WINDOW / 2))}>
            Earlier
          </Button>
          <Button
            disabled={line >= reading.lines}
            onClick={() => onLine(Math.min(reading.lines, line + WINDOW / 2))}
          >
            Later
          </Button>
        </div>
      </div>
      <div ref={host} className="min-h-0 flex-1 overflow-hidden border-t border-line bg-panel" />
    </section>
  );
}
