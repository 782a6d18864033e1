import type { FileEnding } from '@/core/bundle/form';
import type { BundleHead, BundleKind, BundleLine, Holding } from '@/core/bundle/form';
import type { Result } from '@/core/findings';

/** A record on its way into a bundle, with its bytes as the browser holds them. */
export interface PackedRecord {
  readonly id: string;
  readonly changedAt: number | null;
  readonly record: unknown;
  /** What its bytes are called in the bundle, and the bytes; null for none. */
  readonly attached: {
    readonly name: string;
    readonly ending: FileEnding;
    readonly blob: Blob;
  } | null;
}

/** What is to be saved. */
export interface PackOrder {
  readonly savedAt: number;
  readonly holds: Holding;
  readonly settings: Readonly<Record<string, unknown>> | null;
  /** Where it is written to at once; null for a Blob. */
  readonly to: FileSystemFileHandle | null;
}

/** Gives the records of a kind, batch by batch; null when there are no more. */
export type GiveRecords = (
  kind: BundleKind,
  batch: number,
) => Promise<readonly PackedRecord[] | null>;

/** A bundle as it was written. */
export interface Packed {
  readonly bytes: number;
  /** null where it went to a file at once. */
  readonly blob: Blob | null;
}

/** What an opened bundle says of itself. */
interface OpenedBundle {
  readonly head: BundleHead;
  readonly settings: unknown;
}

/** Saves and opens bundles beside the page. */
export interface BundleService {
  readonly pack: (
    order: PackOrder,
    give: GiveRecords,
    onProgress: (bytes: number) => void,
  ) => Promise<Result<Packed>>;
  readonly open: (file: Blob) => Promise<Result<OpenedBundle>>;
  /** Reads all records of a kind of the bundle that is open. */
  readonly lines: (
    kind: BundleKind,
    take: (lines: readonly BundleLine[]) => Promise<void>,
  ) => Promise<Result<null>>;
  /** The G-code of a job; refused when it is not the one that the job was made from. */
  readonly gcode: (
    file: string,
    sha256: string,
    onProgress: (bytes: number) => void,
  ) => Promise<Result<Blob>>;
  /** A photo; refused when it is none. */
  readonly photo: (file: string) => Promise<Result<Blob>>;
}
