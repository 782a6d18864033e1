/** Differences are told in hundredths of that from black to white. */
export const HUNDREDTHS = 100;

/** Turns one part of a colour as it is shown (sRGB, 0 to 255) into linear light, 0 to 1 (IEC 61966-2-1). */
export function linearOfByte(byte: number): number {
  const part = byte / 255;
  return part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4;
}

/** Linear light, 0 to 1, as it is shown: 0 to 255. */
export function byteOfLinear(light: number): number {
  const part = Math.min(1, Math.max(0, light));
  const shown = part <= 0.0031308 ? 12.92 * part : 1.055 * part ** (1 / 2.4) - 0.055;
  return Math.round(shown * 255);
}

/**
 * Puts a colour in linear light into OKLab, where distances are as they look (Ottosson, A perceptual color space
 * for image processing, 2020): lightness from 0 to 1, and two of hue.
 */
export function putOklab(r: number, g: number, b: number, out: Float32Array, at: number): void {
  const l = Math.cbrt(0.4122214708 * r + 0.5363325363 * g + 0.0514459929 * b);
  const m = Math.cbrt(0.2119034982 * r + 0.6806995451 * g + 0.1073969566 * b);
  const s = Math.cbrt(0.0883024619 * r + 0.2817188376 * g + 0.6299787005 * b);
  out[at] = 0.2104542553 * l + 0.793617785 * m - 0.0040720468 * s;
  out[at + 1] = 1.9779984951 * l - 2.428592205 * m + 0.4505937099 * s;
  out[at + 2] = 0.0259040371 * l + 0.7827717662 * m - 0.808675766 * s;
}

/** Puts a colour in OKLab into linear light. */
export function putLinear(lab: Float32Array, from: number, out: Float32Array, at: number): void {
  const [light, a, b] = [lab[from], lab[from + 1], lab[from + 2]];
  const l = (light + 0.3963377774 * a + 0.2158037573 * b) ** 3;
  const m = (light - 0.1055613458 * a - 0.0638541728 * b) ** 3;
  const s = (light - 0.0894841775 * a - 1.291485548 * b) ** 3;
  out[at] = 4.0767416621 * l - 3.3077115913 * m + 0.2309699292 * s;
  out[at + 1] = -1.2684380046 * l + 2.6097574011 * m - 0.3413193965 * s;
  out[at + 2] = -0.0041960863 * l - 0.7034186147 * m + 1.707614701 * s;
}

/** Difference of two colours in OKLab, squared: 0 for the same, 1 from black to white. */
export function squaredDifference(a: Float32Array, i: number, b: Float32Array, k: number): number {
  const dl = a[i] - b[k];
  const da = a[i + 1] - b[k + 1];
  const db = a[i + 2] - b[k + 2];
  return dl * dl + da * da + db * db;
}
