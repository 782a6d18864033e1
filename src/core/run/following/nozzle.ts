import type { RunPlan } from '../runPlan';
import type { SeenRun } from './runState';

type Part = SeenRun['printed'][number];

/** Follows which filament is in the nozzle, and which part of each band came out in which. */
export class Nozzle {
  /** Place of a band whose filament is in the nozzle. */
  loaded = 0;
  /** What is to be put in at the swap at hand, where that was told; a place as above. */
  chosen: number | null = null;
  private readonly parts: Part[] = [];
  /** Share of the present band that `parts` holds. */
  private told = 0;

  constructor(private readonly plan: Pick<RunPlan, 'bands'>) {}

  /** Begins with a band; what lies before it was printed as planned. */
  beginAt(band: number): void {
    for (let i = 0; i < band; i++) this.parts.push({ band: i, filament: i, share: 1 });
    this.loaded = band;
  }

  /** True when the nozzle holds the filament of a band. */
  holds(band: number): boolean {
    const { bands } = this.plan;
    return bands[this.loaded].filament.letter === bands[band].filament.letter;
  }

  /** Place of a band that is printed with a letter, as near as can be behind one; null for none. */
  placeOf(letter: string, band: number): number | null {
    const has = ({ filament }: RunPlan['bands'][number]): boolean => filament.letter === letter;
    const { bands } = this.plan;
    const behind = bands.slice(band).findIndex(has);
    const place = behind >= 0 ? band + behind : bands.findIndex(has);
    return place < 0 ? null : place;
  }

  /** Another filament comes in when a share of a band is printed. */
  change(band: number, share: number, to: number): void {
    this.add(band, share - this.told);
    this.loaded = to;
    this.chosen = null;
  }

  /** A band is done. */
  leave(band: number): void {
    this.add(band, 1 - this.told);
    this.told = 0;
  }

  /** Which part of each band came out in which filament, the present band to its end. */
  printed(band: number): readonly Part[] {
    const rest = 1 - this.told;
    return rest > 0 ? [...this.parts, { band, filament: this.loaded, share: rest }] : this.parts;
  }

  private add(band: number, share: number): void {
    if (share <= 0) return;
    this.parts.push({ band, filament: this.loaded, share });
    this.told += share;
  }
}
