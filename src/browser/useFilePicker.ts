'use client';

import { useCallback, useLayoutEffect, useRef } from 'react';
import { useDropzone } from 'react-dropzone';

/** Names of sliced files, for the browser's dialog. */
export const SLICED = '.gcode,.gco,.g,.gz,.zip';
/** Names of models. */
export const MODELS = '.stl,.3mf,.obj';

export interface FilePicker {
  /** For an `input` that is on the page as long as files may be chosen. */
  readonly field: ReturnType<ReturnType<typeof useDropzone>['getInputProps']>;
  /** Lets the person choose a file. Must be called from a click or a key, or the browser refuses. It stays the same. */
  readonly choose: () => void;
}

/**
 * Files chosen with the browser's own dialog.
 * @param accept the endings that the dialog shows first; others may be chosen, and are refused by what reads them.
 */
export function useFilePicker(accept: string, onFile: (file: File) => void): FilePicker {
  const { getInputProps, open } = useDropzone({
    noDrag: true,
    // What is dropped anywhere is the page's, not the button's.
    preventDropOnDocument: false,
    useFsAccessApi: false,
    multiple: false,
    onDropAccepted: ([file]) => onFile(file),
  });
  const latest = useRef(open);
  useLayoutEffect(() => {
    latest.current = open;
  });
  const choose = useCallback(() => latest.current(), []);
  return { field: { ...getInputProps(), accept, hidden: true }, choose };
}
