'use client';

import { rememberPlace, type FilePlace } from './fileHandles';
import { useCallback, useState, type DragEvent, type DragEventHandler } from 'react';

/** What an element needs to take files that are dropped on it. */
export interface FileDrop {
  /** True while files are held over it. */
  readonly isOver: boolean;
  readonly handlers: {
    readonly onDragEnter: DragEventHandler;
    readonly onDragOver: DragEventHandler;
    readonly onDragLeave: DragEventHandler;
    readonly onDrop: DragEventHandler;
  };
}

/**
 * Takes files that are dropped on an element.
 * @param onFiles gets what was dropped; never without a file.
 * @param onOther hears of something dropped that is no file, as a picture of a web page.
 */
export function useFileDrop(
  onFiles: (files: readonly File[]) => void,
  onOther: () => void = () => {},
): FileDrop {
  const [isOver, setOver] = useState(false);
  const onDragOver = useCallback((event: DragEvent) => {
    if (!event.dataTransfer.types.includes('Files')) return;
    // Without this the browser would open the file in place of the page.
    event.preventDefault();
    event.dataTransfer.dropEffect = 'copy';
    setOver(true);
  }, []);
  const onDragLeave = useCallback((event: DragEvent) => {
    // Between two elements inside, it is still over the whole.
    const to = event.relatedTarget;
    if (!(to instanceof Node && event.currentTarget.contains(to))) setOver(false);
  }, []);
  const onDrop = (event: DragEvent): void => {
    setOver(false);
    event.preventDefault();
    const files = filesOf(event.dataTransfer);
    if (files.length > 0) onFiles(files);
    else onOther();
  };
  return { isOver, handlers: { onDragEnter: onDragOver, onDragOver, onDragLeave, onDrop } };
}

/** The files that were dropped; folders among them are none. */
export function filesOf({ items, files }: DataTransfer): File[] {
  if (items.length === 0) return [...files];
  return [...items].flatMap((item) => {
    if (item.kind !== 'file' || item.webkitGetAsEntry()?.isDirectory) return [];
    const file = item.getAsFile();
    if (file === null) return [];
    keepPlace(item, file);
    return file;
  });
}

interface PlacedItem {
  readonly getAsFileSystemHandle?: () => Promise<FileSystemHandle | null>;
}

/** Remembers where a dropped file lies on the disk, where the browser says so. */
function keepPlace(item: DataTransferItem, file: File): void {
  (item as PlacedItem).getAsFileSystemHandle?.().then(
    (place) => {
      if (place?.kind === 'file') rememberPlace(file, place as FilePlace);
    },
    () => {
      // It is opened as any other, and not watched.
    },
  );
}
