import type { PrintOrder } from '@/core/plan/arrangementOfPlan';
import type { Result } from '@/core/findings';
import type { PrinterModel } from '@/core/motion/limits';
import type { OutputRequest } from '@/core/write/request/request';
import type { ChainFinding, ChainPrinter } from '@/core/delivery/chain';
import type { LayerPaths } from '@/core/geometry/paths';
import type { Cut } from '@/core/model/cuts';
import type { ModelSetup } from '@/core/model/setup';
import type { KeptReading } from '@/core/read/keptForm';
import type { PrintTimes } from '@/core/read/times';
import type {
  FileLines,
  FilePlace,
  HandSurface,
  ModelDraft,
  OpenModel,
  OpenFile,
  OrdersAnswer,
  OrdersQuestion,
  PrintService,
  ReadProgress,
  PartFindings,
  SwapPreview,
  WrittenFile,
} from './protocol';
import { PRINT_WORKER } from '../kinds';
import { WorkerDiedError, WorkerLine, type StartWorker } from '../line/workerLine';

/** Thrown into waiting calls when the print was closed on purpose. */
export class WorkerClosedError extends Error {
  constructor() {
    super('The print was closed.');
  }
}

/** What a new worker has to open. */
interface HeldPrint {
  readonly file: Blob;
  readonly model: PrinterModel;
  readonly files?: readonly FilePlace[];
  /** Where it is a model: its name, and how it is set up. */
  readonly solid?: { readonly name: string; readonly setup: ModelSetup };
}

/** How often one question starts a dead worker again before it gives up. */
const MOST_STARTS = 2;

/**
 * One print, read and asked in a worker. Closing it cancels whatever it does. When the worker dies, the
 * trouble is reported, another one is started and given the same print, and what was asked is asked again.
 */
export class PrintClient {
  private line: WorkerLine<PrintService> | null = null;
  /** What a new worker has to open; null before anything is open. */
  private held: HeldPrint | null = null;
  private closed = false;

  /**
   * @param onTrouble hears in words that the worker died.
   * @param start starts a worker; another one than the browser's in tests.
   */
  constructor(
    private readonly onTrouble: (message: string) => void = () => {},
    private readonly start: StartWorker = PRINT_WORKER.start,
  ) {}

  async open(
    file: Blob,
    model: PrinterModel,
    onProgress: (progress: ReadProgress) => void,
    files?: readonly FilePlace[],
  ): Promise<Result<OpenFile>> {
    const opened = await this.ask((remote) => remote.open(file, model, onProgress, files));
    if (opened.ok) this.held = { file: opened.value.file, model, files };
    return opened;
  }

  /** Opens what was kept of a file that was read before; null when the file has to be read. */
  async openKept(gcode: Blob, model: PrinterModel, kept: KeptReading): Promise<OpenFile | null> {
    const opened = await this.ask((remote) => remote.openKept(gcode, model, kept));
    if (opened) this.held = { file: gcode, model };
    return opened;
  }

  /** Reads a model and holds it open; set up as it is guessed when `setup` is null. */
  async openModel(
    file: Blob,
    name: string,
    setup: ModelSetup | null,
    model: PrinterModel,
    onProgress: (progress: ReadProgress) => void,
  ): Promise<Result<OpenModel>> {
    const opened = await this.ask((remote) =>
      remote.openModel(file, name, setup, model, onProgress),
    );
    if (opened.ok) this.held = { file, model, solid: { name, setup: opened.value.setup } };
    return opened;
  }

  surface(bySections: boolean, mostFaces: number): Promise<HandSurface> {
    return this.ask((remote) => remote.surface(bySections, mostFaces));
  }

  modelDraft(setup: ModelSetup): Promise<ModelDraft | null> {
    return this.ask((remote) => remote.modelDraft(setup));
  }

  modelCut(setup: ModelSetup, z: number): Promise<Cut | null> {
    return this.ask((remote) => remote.modelCut(setup, z));
  }

  layerPaths(layer: number): Promise<LayerPaths> {
    return this.ask((remote) => remote.layerPaths(layer));
  }

  elevation(): Promise<Float32Array<ArrayBuffer>> {
    return this.ask((remote) => remote.elevation());
  }

  widths(layers: readonly number[]): Promise<number[]> {
    return this.ask((remote) => remote.widths(layers));
  }

  times(model: PrinterModel): Promise<PrintTimes | null> {
    return this.ask((remote) => remote.times(model));
  }

  write(request: OutputRequest, onProgress: (share: number) => void): Promise<Result<WrittenFile>> {
    return this.ask((remote) => remote.write(request, onProgress));
  }

  findParts(): Promise<PartFindings | null> {
    return this.ask((remote) => remote.findParts());
  }

  orders(asked: OrdersQuestion, onProgress: (share: number) => void): Promise<OrdersAnswer | null> {
    return this.ask((remote) => remote.orders(asked, onProgress));
  }

  chain(printer: ChainPrinter): Promise<ChainFinding[][]> {
    return this.ask((remote) => remote.chain(printer));
  }

  orderOf(asked: OrdersQuestion): Promise<PrintOrder | null> {
    return this.ask((remote) => remote.orderOf(asked));
  }

  cancelOrders(): Promise<void> {
    return this.ask((remote) => remote.cancelOrders());
  }

  preview(request: OutputRequest): Promise<Result<SwapPreview>> {
    return this.ask((remote) => remote.preview(request));
  }

  lines(from: number, count: number): Promise<FileLines> {
    return this.ask((remote) => remote.lines(from, count));
  }

  close(): void {
    this.closed = true;
    this.line?.end(new WorkerClosedError());
    this.line = null;
  }

  private async ask<T>(question: (remote: PrintService) => PromiseLike<T>): Promise<T> {
    for (let starts = 0; ; starts++) {
      if (this.closed) throw new WorkerClosedError();
      try {
        return await (this.line ?? this.connect()).ask(question);
      } catch (error) {
        if (!(error instanceof WorkerDiedError) || starts === MOST_STARTS) throw error;
      }
    }
  }

  /** Starts a worker, and lets it open what was open before anything else is asked. */
  private connect(): WorkerLine<PrintService> {
    const line = new WorkerLine<PrintService>({ ...PRINT_WORKER, start: this.start }, (why) => {
      if (this.line === line) this.line = null;
      this.onTrouble(`${why} It was restarted.`);
    });
    this.line = line;
    const { held } = this;
    if (held) {
      line.first(async (remote) => {
        const { file, model, files, solid } = held;
        if (solid) await remote.openModel(file, solid.name, solid.setup, model, () => {});
        else await remote.open(file, model, () => {}, files);
      });
    }
    return line;
  }
}
