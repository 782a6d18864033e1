'use client';

import { useDropzone, type DropEvent } from 'react-dropzone';
import { filesOf } from './droppedFiles';

/** What an element needs to take files that are dropped on it. */
export interface FileDrop {
  /** True while files are held over it. */
  readonly isOver: boolean;
  /** For the element. */
  readonly handlers: ReturnType<ReturnType<typeof useDropzone>['getRootProps']>;
  /** For a hidden field inside of it, through which files are chosen. */
  readonly field: ReturnType<ReturnType<typeof useDropzone>['getInputProps']>;
  /** Lets the person choose files. Must be called from a click or a key, or the browser refuses. */
  readonly choose: () => void;
}

/**
 * Takes files that are dropped on an element, or chosen.
 * @param onFiles gets what was dropped or chosen; never without a file.
 * @param onOther hears of something dropped that is no file, as a picture of a web page.
 */
export function useFileDrop(
  onFiles: (files: readonly File[]) => void,
  onOther: () => void = () => {},
): FileDrop {
  const { isDragActive, getRootProps, getInputProps, open } = useDropzone({
    // The whole page takes them: pressing it, or a key on it, means something else.
    noClick: true,
    noKeyboard: true,
    useFsAccessApi: false,
    // What falls beside the element is for the whole page, which says what becomes of it.
    preventDropOnDocument: false,
    getFilesFromEvent: (event) => Promise.resolve(filesOfEvent(event)),
    onDrop: (files) => (files.length > 0 ? onFiles(files) : onOther()),
  });
  // The element is no control of its own: its role and its place among the tab stops stay.
  const { role: _, tabIndex: __, ...handlers } = getRootProps();
  return { isOver: isDragActive, handlers, field: getInputProps(), choose: open };
}

function filesOfEvent(event: DropEvent): File[] {
  if ('dataTransfer' in event && event.dataTransfer) return filesOf(event.dataTransfer);
  const field = (event as Event).target as HTMLInputElement | null;
  return [...(field?.files ?? [])];
}
