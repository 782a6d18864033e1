/** Cooling is slower than heating; this share of the heating rate is an ordinary value. */
const COOLING_SHARE = 0.5;

/**
 * One heater with a simple thermal model: from the last known temperature it runs towards its
 * target at a fixed rate. A wait therefore costs nothing when the temperature is already there,
 * and less when the heating was begun earlier without waiting.
 */
export class Heater {
  private temperature: number;
  private target: number;
  private since = 0;

  /**
   * @param ratePerSecond °C per second.
   * @param ambient °C, where it begins.
   */
  constructor(
    private readonly ratePerSecond: number,
    ambient: number,
  ) {
    this.temperature = ambient;
    this.target = ambient;
  }

  /** Sets the target at time `now` (seconds since the start). */
  aim(target: number, now: number): void {
    this.temperature = this.at(now);
    this.target = target;
    this.since = now;
  }

  /** °C at time `now`. */
  at(now: number): number {
    const difference = this.target - this.temperature;
    const rate = difference >= 0 ? this.ratePerSecond : this.ratePerSecond * COOLING_SHARE;
    const change = Math.min(Math.abs(difference), rate * (now - this.since));
    return this.temperature + Math.sign(difference) * change;
  }

  /**
   * Seconds from `now` until the target is reached.
   * @param alsoCooling whether the wait also holds when the target is below (`R` instead of `S`).
   */
  secondsToTarget(now: number, alsoCooling: boolean): number {
    const difference = this.target - this.at(now);
    if (difference >= 0) return difference / this.ratePerSecond;
    return alsoCooling ? -difference / (this.ratePerSecond * COOLING_SHARE) : 0;
  }
}
