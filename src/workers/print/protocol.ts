import type { Result } from '@/core/findings';
import type { Print } from '@/core/print/print';
import type { SlicedFile } from '@/core/read/slicedFile';
import type { SettingLine } from '@/core/gcode/settingName';
import type { Footprint } from '@/core/geometry/footprint';
import type { HandMesh, LayerHeights } from '@/core/geometry/mesh/handMesh';
import type { LayerPaths } from '@/core/geometry/paths';
import type { PrintAnalysis } from '@/core/print/analysis';
import type { KeptReading } from '@/core/read/keptForm';
import type { PrintTimes } from '@/core/read/times';
import type { Spool } from '@/core/filament/shelf/spool';
import type { HeldSection } from '@/core/order/movable';
import type { Ordered } from '@/core/order/ordering';
import type { Relation } from '@/core/order/relations';
import type { Survey } from '@/core/order/survey';
import type { OrderDip } from '@/core/order/touches';
import type { JobPlan } from '@/core/plan/jobPlan';
import type { Stretch } from '@/core/plan/parts';
import type { Printer } from '@/core/printer/printer';
import type { SectionPicture } from '@/core/read/sectionPicture';
import type { PrinterModel } from '@/core/motion/limits';
import type { Proof } from '@/core/proof/proofTypes';
import type { Block } from '@/core/blocks/blocks';
import type { ChainFinding, ChainPrinter } from '@/core/delivery/chain';
import type { Excerpt } from '@/core/write/excerpts';
import type { PrintOrder } from '@/core/plan/arrangementOfPlan';
import type { OutputRequest } from '@/core/write/request/request';
import type { SwapRoute } from '@/core/proof/dryRun';
import type { HostMoment } from '@/core/recipe/hostScripts';
import type { Cut } from '@/core/model/cuts';
import type { ModelFacts } from '@/core/model/model';
import type { ModelSetup } from '@/core/model/setup';

/** How far reading has come. */
export interface ReadProgress {
  /** An archive is unpacked first; `bytes` are then those of the archive. */
  readonly phase: 'unpacking' | 'reading';
  readonly bytes: number;
  readonly totalBytes: number;
  readonly layers: number;
}

interface OpenPrint {
  readonly reading: Print;
  readonly analysis: PrintAnalysis;
  /** SHA-256 of the file. */
  readonly fingerprint: string;
  /** The file itself: G-code unpacked when it was an archive, and without Lamella's blocks. */
  readonly file: Blob;
}

/** A sliced file that the worker holds open, or several that are printed together. */
export interface OpenFile extends OpenPrint {
  readonly kind: 'sliced';
  readonly reading: SlicedFile;
  /** Blocks that Lamella had written into it before. */
  readonly blocks: readonly Block[];
  /** What was read, to be kept for the next time; null when it was opened from that. */
  readonly kept: KeptReading | null;
}

/** A model that the worker holds open as a print that is not sliced yet. */
export interface OpenModel extends OpenPrint {
  readonly kind: 'model';
  readonly facts: ModelFacts;
  readonly setup: ModelSetup;
}

/** A model set up in a way that is only tried. */
export interface ModelDraft {
  readonly facts: ModelFacts;
  readonly layers: LayerHeights;
  readonly footprint: Footprint;
  readonly surface: HandSurface;
}

/** Where one of several files lies in the G-code that they are printed from together. */
export interface FilePlace {
  readonly name: string;
  readonly start: number;
  readonly end: number;
}

/** A print's surface made of its cells, or a model's own triangles where they are not too many. */
export type HandSurface = HandMesh | { readonly corners: Float32Array<ArrayBuffer> };

/** A stretch of the file as text. */
export interface FileLines {
  /** Number of the first line, from 1. */
  readonly first: number;
  readonly text: string;
}

/** An output with its proof; there are no files when the proof fails. */
export interface WrittenFile {
  readonly files: readonly Blob[];
  readonly proof: Proof;
  readonly excerpts: readonly Excerpt[];
}

/** What an output would hold. */
export interface SwapPreview {
  readonly excerpts: readonly Excerpt[];
  /** The path round each swap, in their order. */
  readonly routes: readonly SwapRoute[];
  /** Why a swap could not be proven, by its layer. */
  readonly troubles: readonly { readonly layer: number; readonly message: string }[];
  /** How the file stands at its first swap, for the scripts of a host; null when none stands in it. */
  readonly moment: HostMoment | null;
  /** Lines of the file that would undo what a band has of its own. */
  readonly undoing: readonly SettingLine[];
}

/** What an open print shows of parts side by side. */
export interface PartFindings {
  /** The part behind each stop that stands for a change of filament; none where tools change. */
  readonly stretches: readonly Stretch[];
  readonly picture: SectionPicture;
}

/** For which plan orders are wanted. */
export interface OrdersQuestion {
  readonly plan: JobPlan;
  readonly printer: Printer;
  readonly spools: ReadonlyMap<string, Spool>;
}

/** One order of a plan's sections, and how the nozzle fares in it. */
export interface OrderChoice extends Ordered, OrderDip {
  /** How much higher than a section other things may stand beside it, mm. */
  readonly limitMm: number;
}

/** The orders of a plan, as they stand in `ORDERS`; why there is none where one cannot be. */
export interface OrdersAnswer {
  readonly held: readonly HeldSection[];
  readonly choices: readonly Result<OrderChoice>[];
  /** Whether anything stands on the purge block beside the print; null when that is not known. */
  readonly carriesBlock: boolean | null;
  /** Where two files print in one place. */
  readonly overlaps: Survey['overlaps'];
  readonly skirtsInTheWay: Survey['skirtsInTheWay'];
  /** How files that are printed together lie to each other; null where that is not known. */
  readonly relations: readonly Relation[] | null;
}

/**
 * One print held open, and what is asked of it. Both sides of the worker import this file. Failures that are to be
 * expected come back as values, because an error loses its code on the way.
 */
export interface PrintService {
  /**
   * Reads a file and holds it open for the other calls. An `open` that another one overtakes is
   * refused as `overtaken`, and changes nothing.
   * @param files where several files lie in it that are printed together.
   */
  open(
    file: Blob,
    model: PrinterModel,
    onProgress: (progress: ReadProgress) => void,
    files?: readonly FilePlace[],
  ): Promise<Result<OpenFile>>;
  /**
   * Reads a model and holds it open in place of a print.
   * @param setup how it is set up; guessed when null.
   */
  openModel(
    file: Blob,
    name: string,
    setup: ModelSetup | null,
    printer: PrinterModel,
    onProgress: (progress: ReadProgress) => void,
  ): Promise<Result<OpenModel>>;
  /** The orders in which a plan's sections can be printed; null when it was given up or overtaken. */
  orders(asked: OrdersQuestion, onProgress: (share: number) => void): Promise<OrdersAnswer | null>;
  /** Writes the open print with swaps, and proves it. */
  write(request: OutputRequest, onProgress: (share: number) => void): Promise<Result<WrittenFile>>;
  /** The printed lines of a layer of the open print: see `core/geometry/paths`. */
  layerPaths(layer: number): Promise<LayerPaths>;
  /** The print seen from the front: see `core/geometry/elevation`. */
  elevation(): Promise<Float32Array<ArrayBuffer>>;
  /** Narrowest width of what each of these layers prints, mm, in the same order. */
  widths(layers: readonly number[]): Promise<number[]>;
  /** How long the open print would take on another printer; null when none is open. */
  times(model: PrinterModel): Promise<PrintTimes | null>;
  /** What would be written, without writing or proving it. */
  preview(request: OutputRequest): Promise<Result<SwapPreview>>;
  /** What the open print shows of parts side by side; null when none is open. */
  findParts(): Promise<PartFindings | null>;
  /** What several files of the open print would do to each other, printed as they are: see `core/delivery/chain`. */
  chain(printer: ChainPrinter): Promise<ChainFinding[][]>;
  /** The order of one plan of the open print; null when it cannot be printed so, and when none is open. */
  orderOf(asked: OrdersQuestion): Promise<PrintOrder | null>;
  /** Gives up the orders that are being worked out. */
  cancelOrders(): Promise<void>;
  /** `count` lines from line `from` on, fewer at the end of the file. */
  lines(from: number, count: number): Promise<FileLines>;
  /**
   * Holds a print open that was read before, without reading it. Null when what was kept is of another
   * file, printer or reader, or not whole: the file is then to be opened.
   * @param gcode the G-code that it was read from, without Lamella's blocks.
   */
  openKept(gcode: Blob, model: PrinterModel, kept: KeptReading): Promise<OpenFile | null>;
  /**
   * The surface of the open print to be turned in the hand, mm: see `core/geometry/handMesh`.
   * @param bySections whether its numbers are those of sections, and not of layers.
   * @param mostFaces how many may be drawn.
   */
  surface(bySections: boolean, mostFaces: number): Promise<HandSurface>;
  /** What the open model would be, set up in another way; null when none is open. */
  modelDraft(setup: ModelSetup): Promise<ModelDraft | null>;
  /** A cut through the open model at a height, mm; null when none is open. */
  modelCut(setup: ModelSetup, z: number): Promise<Cut | null>;
}
