/** Height in mm with two decimals, as layer heights need. */
export function formatMm(value: number): string {
  return value.toFixed(2);
}

/** `1 h 23 min`, `48 min`, `36 s`: never more than a person can use. */
export function formatDuration(seconds: number): string {
  const whole = Math.round(seconds);
  if (whole < 60) return `${whole} s`;
  const minutes = Math.round(whole / 60);
  if (minutes < 60) return `${minutes} min`;
  const rest = minutes % 60;
  return rest === 0 ? `${minutes / 60} h` : `${Math.floor(minutes / 60)} h ${rest} min`;
}

export function formatGrams(grams: number): string {
  return `${grams < 10 ? grams.toFixed(1) : grams.toFixed(0)} g`;
}

/** `526 kB`, `98.2 MB`. */
export function formatBytes(bytes: number): string {
  if (bytes < 1000) return `${bytes} bytes`;
  if (bytes < 1e6) return `${Math.round(bytes / 1000)} kB`;
  if (bytes < 1e9) return `${(bytes / 1e6).toFixed(1)} MB`;
  return `${(bytes / 1e9).toFixed(1)} GB`;
}

/** An area for a person: `7.4 cm²`, or mm² below a tenth of that. */
export function formatCm2(mm2: number): string {
  return mm2 < 10 ? `${mm2.toFixed(1)} mm²` : `${(mm2 / 100).toFixed(1)} cm²`;
}

/** A share as whole percent; what is there but rounds to nothing is said to be less than 1 %. */
export function formatShare(share: number): string {
  if (share > 0 && share < 0.005) return '< 1 %';
  return `${Math.round(share * 100)} %`;
}

export function plural(count: number, one: string, many = `${one}s`): string {
  return `${count} ${count === 1 ? one : many}`;
}
