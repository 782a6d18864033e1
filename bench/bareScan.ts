/**
 * The yardstick: goes over every byte and parses every number, and does nothing else. Returns
 * the sum of the numbers so that the work cannot be left out.
 */
export function bareScan(bytes: Uint8Array): number {
  let sum = 0;
  const end = bytes.length;
  for (let i = 0; i < end;) {
    let c = bytes[i];
    const negative = c === 45;
    if (negative) c = bytes[++i];
    if (!(c >= 48 && c <= 57)) {
      if (!negative) i++;
      continue;
    }
    let mantissa = 0;
    while (c >= 48 && c <= 57) {
      mantissa = mantissa * 10 + (c - 48);
      c = bytes[++i];
    }
    let scale = 1;
    if (c === 46) {
      c = bytes[++i];
      while (c >= 48 && c <= 57) {
        mantissa = mantissa * 10 + (c - 48);
        scale *= 10;
        c = bytes[++i];
      }
    }
    sum += negative ? -mantissa / scale : mantissa / scale;
  }
  return sum;
}
