import type { ByteSource } from '@/core/byteSource';
import { success, type Result } from '@/core/findings';
import { carries, purgeSections } from '@/core/order/purgeBlock';
import { ORDERS } from '@/core/order/ordering';
import { relationsOf } from '@/core/order/relations';
import { surveyOf, type Survey } from '@/core/order/survey';
import { dipOf } from '@/core/order/touches';
import { findParts, orderInputs, sideOrder, stopsReplaced } from '@/core/output/partsRequest';
import type { Reading } from '@/core/read/reading';
import { sectionPicture, type SectionPicture } from '@/core/read/sectionPicture';
import type { OrderChoice, OrdersAnswer, OrdersQuestion, SideFindings } from './protocol';

/** The open print, as far as parts side by side care. */
interface HeldPrint {
  readonly input: ByteSource;
  readonly reading: Reading;
}

/** Answers what is asked of parts side by side. What takes long is kept for the next question of the same print. */
export class SideService {
  private asked = 0;
  private known: { reading: Reading; key: string; survey: Survey } | null = null;
  private picture: { reading: Reading; picture: SectionPicture } | null = null;

  /** What the file itself shows of its parts, and where each section lies. */
  async find({ input, reading }: HeldPrint, filamentDiameter: number): Promise<SideFindings> {
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
    const gone = new Set(stopsReplaced(plan, reading).map(({ line }) => line));
    const key = JSON.stringify([...gone, printer.nozzle, printer.filamentDiameter]);
    if (this.known?.reading !== reading || this.known.key !== key) {
      const survey = await surveyOf(input, reading, printer, gone, 'beside', async (done, of) => {
        onProgress(done / of);
        // Lets the next question in: it may be another one.
        await new Promise((resolve) => setTimeout(resolve, 0));
        return mine === this.asked;
      });
      if (!survey || mine !== this.asked) return null;
      this.known = { reading, key, survey };
    }
    const { survey } = this.known;
    const inputs = orderInputs(plan, reading, printer, spools, survey);
    const choices = ORDERS.map((order): Result<OrderChoice> => {
      const made = sideOrder(order, plan, reading, inputs, survey, printer.nozzle);
      if (!made.ok) return made;
      const { dipMm: limitMm, ...ordered } = made.value;
      const dip = survey.standing && dipOf(survey.standing, ordered.order);
      const [dipMm, touches] = [dip?.dipMm ?? 0, dip?.touches ?? []];
      return success({ ...ordered, limitMm, dipMm, touches });
    });
    const { held, standing, overlaps, skirtsInTheWay } = survey;
    const carriesBlock = standing && carries(standing, purgeSections(reading));
    const relations =
      standing && reading.sources.length > 1 ? relationsOf(reading, standing) : null;
    return { held, choices, carriesBlock, overlaps, skirtsInTheWay, relations };
  }
}
