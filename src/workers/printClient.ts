import { proxy, wrap, type Remote } from 'comlink';
import type { Result } from '@/core/findings';
import type { PrinterModel } from '@/core/motion/limits';
import type { OutputRequest } from '@/core/output/insert';
import type {
  FileLines,
  OpenPrint,
  PrintWorkerApi,
  ReadProgress,
  SwapPreview,
  WrittenFile,
} from './protocol';

/** Thrown into waiting calls when the worker was closed on purpose. */
export class WorkerClosedError extends Error {
  constructor() {
    super('The print was closed.');
  }
}

/**
 * One worker that holds one print. Closing it cancels whatever it does; when it dies by itself,
 * every waiting call is rejected instead of hanging.
 */
export class PrintClient {
  private readonly worker: Worker;
  private readonly remote: Remote<PrintWorkerApi>;
  private readonly failure: Promise<never>;
  private fail: (reason: Error) => void = () => {};

  constructor() {
    this.worker = new Worker(new URL('./printWorker.ts', import.meta.url), { type: 'module' });
    this.remote = wrap<PrintWorkerApi>(this.worker);
    this.failure = new Promise((_, reject) => {
      this.fail = reject;
    });
    // Nobody may be waiting when it fails; the calls that do wait race against it themselves.
    this.failure.catch(() => {});
    this.worker.onerror = (event) => {
      event.preventDefault();
      this.fail(new Error(`Reading stopped: ${event.message || 'the worker failed'}.`));
    };
  }

  open(
    file: Blob,
    model: PrinterModel,
    onProgress: (progress: ReadProgress) => void,
  ): Promise<Result<OpenPrint>> {
    return this.race<Result<OpenPrint>>(this.remote.open(file, model, proxy(onProgress)));
  }

  layerPaths(layer: number): Promise<Float32Array<ArrayBuffer>> {
    return this.race(this.remote.layerPaths(layer));
  }

  elevation(): Promise<Float32Array<ArrayBuffer>> {
    return this.race(this.remote.elevation());
  }

  widths(layers: readonly number[]): Promise<number[]> {
    return this.race(this.remote.widths(layers));
  }

  write(request: OutputRequest, onProgress: (share: number) => void): Promise<Result<WrittenFile>> {
    return this.race<Result<WrittenFile>>(this.remote.write(request, proxy(onProgress)));
  }

  preview(request: OutputRequest): Promise<Result<SwapPreview>> {
    return this.race<Result<SwapPreview>>(this.remote.preview(request));
  }

  lines(from: number, count: number): Promise<FileLines> {
    return this.race(this.remote.lines(from, count));
  }

  close(): void {
    this.fail(new WorkerClosedError());
    this.worker.terminate();
  }

  private race<T>(call: PromiseLike<T>): Promise<T> {
    return Promise.race([call, this.failure]);
  }
}
