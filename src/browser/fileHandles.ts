import { toast } from '@/store/toast';

/** A file's place on the disk, as the browser hands it out; it may be read again, and written where it is allowed. */
export type FilePlace = FileSystemFileHandle & {
  readonly queryPermission?: (what: { readonly mode: 'read' }) => Promise<PermissionState>;
  readonly requestPermission?: (what: { readonly mode: 'read' }) => Promise<PermissionState>;
};

interface Pickers {
  readonly showOpenFilePicker?: (options: {
    readonly multiple: boolean;
  }) => Promise<readonly FilePlace[]>;
  readonly showSaveFilePicker?: (options: {
    readonly suggestedName: string;
    readonly startIn?: FilePlace;
    readonly types: readonly {
      readonly accept: Readonly<Record<string, readonly string[]>>;
    }[];
  }) => Promise<FilePlace>;
}

const places = new WeakMap<File, FilePlace>();

/** Remembers where a file was read from. */
export function rememberPlace(file: File, place: FilePlace): void {
  places.set(file, place);
}

/** Where a file was read from; null where the browser has not said. */
export function placeOf(file: File): FilePlace | null {
  return places.get(file) ?? null;
}

/** Whether the browser can ask for files whose places it remembers. */
export function canAskForPlaces(): boolean {
  return (window as Pickers).showOpenFilePicker !== undefined;
}

/**
 * Lets the person choose files on the disk. Must be called from a click or a key.
 * @returns none when they did not choose, or when it cannot be read, which is said.
 */
export async function askForPlaces(multiple: boolean): Promise<readonly File[]> {
  try {
    const chosen = await answered((window as Pickers).showOpenFilePicker?.({ multiple }));
    return await Promise.all((chosen ?? []).map(readPlace));
  } catch {
    toast.error('The file cannot be read right now. Check that it is still there.');
    return [];
  }
}

/** Whether the browser can ask where a file is to be saved. */
export function canAskWhereToSave(): boolean {
  return (window as Pickers).showSaveFilePicker !== undefined;
}

/** What kind of file is to be saved. */
interface SavedKind {
  readonly type: string;
  readonly ending: string;
  /** The file in whose folder the browser begins; a folder of its own choice when left out. */
  readonly beside?: FilePlace;
}

/**
 * Lets the person say where a file is to be saved. Must be called from a click or a key.
 * @returns null when they did not.
 */
export async function askWhereToSave(
  suggestedName: string,
  { type, ending, beside }: SavedKind,
): Promise<FilePlace | null> {
  const types = [{ accept: { [type]: [ending] } }];
  return answered(
    (window as Pickers).showSaveFilePicker?.({
      suggestedName,
      types,
      ...(beside && { startIn: beside }),
    }),
  );
}

/** What the person answered; null when they closed the dialog. */
async function answered<T>(asking: Promise<T> | undefined): Promise<T | null> {
  try {
    return (await asking) ?? null;
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') return null;
    throw error;
  }
}

/** Reads what lies at a place now. */
export async function readPlace(place: FilePlace): Promise<File> {
  const file = await place.getFile();
  rememberPlace(file, place);
  return file;
}
