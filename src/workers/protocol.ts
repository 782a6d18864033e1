import type { Result } from '@/core/findings';
import type { Reading } from '@/core/gcode/reading';
import type { PrinterModel } from '@/core/motion/limits';
import type { Proof } from '@/core/output/proof';
import type { OutputRequest } from '@/core/output/insert';

/** How far reading has come. */
export interface ReadProgress {
  readonly bytes: number;
  readonly totalBytes: number;
  readonly layers: number;
}

/** A print that the worker holds open. */
export interface OpenPrint {
  readonly reading: Reading;
  /** SHA-256 of the G-code. */
  readonly fingerprint: string;
  /** The G-code itself, unpacked when the file was an archive. */
  readonly gcode: Blob;
}

/** A stretch of the file as text. */
export interface FileLines {
  /** Number of the first line, from 1. */
  readonly first: number;
  readonly text: string;
}

/** An output with its proof; `file` is null when the proof fails. */
export interface WrittenFile {
  readonly file: Blob | null;
  readonly proof: Proof;
}

/**
 * What the print worker does. Both sides import this file. Failures that are to be expected come
 * back as values, because an error loses its code on the way.
 */
export interface PrintWorkerApi {
  /** Reads a file and holds it open for the other calls. */
  open(
    file: Blob,
    model: PrinterModel,
    onProgress: (progress: ReadProgress) => void,
  ): Promise<Result<OpenPrint>>;
  /** The printed lines of a layer of the open print: see `core/geometry/paths`. */
  layerPaths(layer: number): Promise<Float32Array<ArrayBuffer>>;
  /** Writes the open print with swaps, and proves it. */
  write(request: OutputRequest): Promise<Result<WrittenFile>>;
  /** `count` lines from line `from` on, fewer at the end of the file. */
  lines(from: number, count: number): Promise<FileLines>;
}
