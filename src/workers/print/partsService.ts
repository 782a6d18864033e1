import type { PrintOrder } from '@/core/plan/arrangementOfPlan';
import type { ByteSource } from '@/core/byteSource';
import { success, type Result } from '@/core/findings';
import { carries, purgeSections } from '@/core/order/purgeBlock';
import { ORDERS } from '@/core/order/ordering';
import { relationsOf } from '@/core/order/relations';
import { surveyOf, type Survey } from '@/core/order/survey';
import { dipOf } from '@/core/order/touches';
import type { FoundStop } from '@/core/gcode/stops';
import type { Printer } from '@/core/printer/printer';
import {
  findParts,
  looksFor,
  orderInputs,
  planOrder,
  survey,
} from '@/core/write/request/partsRequest';
import { stopsReplaced } from '@/core/write/request/stopsReplaced';
import type { SlicedFile } from '@/core/read/slicedFile';
import { sectionPicture, type SectionPicture } from '@/core/read/sectionPicture';
import type { OrderChoice, OrdersAnswer, OrdersQuestion, PartFindings } from './protocol';

/** The open print, as far as its parts care. */
interface HeldPrint {
  readonly input: ByteSource;
  readonly reading: SlicedFile;
}

/** Answers what is asked of the parts of a print. What takes long is kept for the next question of the same print. */
export class PartsService {
  private asked = 0;
  private known: { reading: SlicedFile; key: string; survey: Survey } | null = null;
  private picture: { reading: SlicedFile; picture: SectionPicture } | null = null;

  /** What the file itself shows of its parts, and where each section lies. */
  async find({ input, reading }: HeldPrint, filamentDiameter: number): Promise<PartFindings> {
    const { stretches } = await findParts(input, reading, { filamentDiameter });
    if (this.picture?.reading !== reading) {
      this.picture = { reading, picture: await sectionPicture(input, reading, filamentDiameter) };
    }
    return { stretches, picture: this.picture.picture };
  }

  /** Gives up what is being worked out. */
  cancel(): void {
    this.asked++;
  }

  /**
   * All orders that a plan can have, side by side.
   * @returns null when another question came meanwhile, or when it was given up.
   */
  async orders(
    { input, reading }: HeldPrint,
    { plan, printer, spools }: OrdersQuestion,
    onProgress: (share: number) => void,
  ): Promise<OrdersAnswer | null> {
    const mine = ++this.asked;
    const replaced = stopsReplaced(plan, reading);
    const gone = new Set(replaced.map(({ line }) => line));
    const key = surveyKey(replaced, printer);
    if (this.known?.reading !== reading || this.known.key !== key) {
      const made = await surveyOf(input, reading, printer, gone, 'beside', async (done, of) => {
        onProgress(done / of);
        // Lets the next question in: it may be another one.
        await new Promise((resolve) => setTimeout(resolve, 0));
        return mine === this.asked;
      });
      if (!made || mine !== this.asked) return null;
      this.known = { reading, key, survey: made };
    }
    const found = this.known.survey;
    const inputs = orderInputs(plan, reading, printer, spools, found);
    const choices = ORDERS.map((order): Result<OrderChoice> => {
      const made = planOrder(order, plan, reading, inputs, found, printer.nozzle);
      if (!made.ok) return made;
      const { dipMm: limitMm, ...ordered } = made.value;
      const dip = found.standing && dipOf(found.standing, ordered.order);
      const [dipMm, touches] = [dip?.dipMm ?? 0, dip?.touches ?? []];
      return success({ ...ordered, limitMm, dipMm, touches });
    });
    const { held, standing, overlaps, skirtsInTheWay } = found;
    const carriesBlock = standing && carries(standing, purgeSections(reading));
    const relations =
      standing && reading.sources.length > 1 ? relationsOf(reading, standing) : null;
    return { held, choices, carriesBlock, overlaps, skirtsInTheWay, relations };
  }

  /**
   * The order of one plan, for a look at it beside others: nothing that is under way is given up for it.
   * @returns null when the plan cannot be printed in its order.
   */
  async orderOf(
    { input, reading }: HeldPrint,
    { plan, printer, spools }: OrdersQuestion,
  ): Promise<PrintOrder | null> {
    const replaced = stopsReplaced(plan, reading);
    const key = surveyKey(replaced, printer);
    const known =
      this.known?.reading === reading && this.known.key === key ? this.known.survey : null;
    const found =
      known ?? (await survey(input, reading, printer, replaced, looksFor(plan.order, reading)));
    const inputs = orderInputs(plan, reading, printer, spools, found);
    const made = planOrder(plan.order, plan, reading, inputs, found, printer.nozzle);
    return made.ok ? made.value : null;
  }
}

/** What a survey depends on besides the print. */
function surveyKey(replaced: readonly FoundStop[], { nozzle, filamentDiameter }: Printer): string {
  return JSON.stringify([...replaced.map(({ line }) => line), nozzle, filamentDiameter]);
}
