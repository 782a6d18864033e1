/**
 * The cells of a row that a thick line with round ends covers, by cell centres.
 *
 * All lengths are in cells. For the row whose centres lie at height `y`, the covered stretch is
 * the union of a slanted rectangle and two discs, which is one interval because the shape is
 * convex.
 */
export class Capsule {
  private x0 = 0;
  private y0 = 0;
  private x1 = 0;
  private y1 = 0;
  private radius = 0;
  private ux = 0;
  private uy = 0;
  private length = 0;

  /** The stretch found by the latest `row` call; empty when `right < left`. */
  left = 0;
  right = -1;

  /** Sets the line; its lower end comes first. */
  set(x0: number, y0: number, x1: number, y1: number, radius: number): void {
    const upwards = y0 <= y1;
    this.x0 = upwards ? x0 : x1;
    this.y0 = upwards ? y0 : y1;
    this.x1 = upwards ? x1 : x0;
    this.y1 = upwards ? y1 : y0;
    this.radius = radius;
    const dx = this.x1 - this.x0;
    const dy = this.y1 - this.y0;
    this.length = Math.sqrt(dx * dx + dy * dy);
    this.ux = this.length > 0 ? dx / this.length : 1;
    this.uy = this.length > 0 ? dy / this.length : 0;
  }

  /** Finds `left` and `right` for the row at height `y`. */
  row(y: number): void {
    let left = Infinity;
    let right = -Infinity;
    const r = this.radius;
    const low = y - this.y0;
    const high = y - this.y1;
    const r2 = r * r;
    if (low * low < r2) {
      const half = Math.sqrt(r2 - low * low);
      left = this.x0 - half;
      right = this.x0 + half;
    }
    if (high * high < r2) {
      const half = Math.sqrt(r2 - high * high);
      if (this.x1 - half < left) left = this.x1 - half;
      if (this.x1 + half > right) right = this.x1 + half;
    }
    const { ux, uy } = this;
    if (uy > 1e-9) {
      // |distance to the line| ≤ r, then 0 ≤ way along the line ≤ length.
      let from = (low * ux - r) / uy;
      let to = (low * ux + r) / uy;
      if (ux > 1e-9) {
        from = Math.max(from, (-low * uy) / ux);
        to = Math.min(to, (this.length - low * uy) / ux);
      } else if (ux < -1e-9) {
        from = Math.max(from, (this.length - low * uy) / ux);
        to = Math.min(to, (-low * uy) / ux);
      } else if (low < 0 || high > 0) {
        to = from - 1;
      }
      if (to >= from) {
        if (this.x0 + from < left) left = this.x0 + from;
        if (this.x0 + to > right) right = this.x0 + to;
      }
    }
    this.left = left;
    this.right = right;
  }
}
