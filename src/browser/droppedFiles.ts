import { rememberPlace, type FilePlace } from './fileHandles';

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
