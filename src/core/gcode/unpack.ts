import { gunzipSync, unzipSync } from 'fflate';
import { refuse, success, type Result } from '../findings';

/** File names that hold G-code. */
export const GCODE_NAME = /\.(gcode|gco|g)$/i;

const LOOKED_AT = 4096;

/**
 * The G-code inside a file: plain, gzip, or a zip with one G-code file in it. Anything else is
 * refused with a sentence that says what it is instead.
 */
export function unpackGcode(bytes: Uint8Array): Result<Uint8Array> {
  if (bytes.length === 0) return refuse('empty-file', 'The file is empty: it holds 0 bytes.');
  if (isGzip(bytes)) return unpackGzip(bytes);
  if (isZip(bytes)) return unpackZip(bytes);
  return checkText(bytes);
}

export function isGzip(head: Uint8Array): boolean {
  return head[0] === 0x1f && head[1] === 0x8b;
}

export function isZip(head: Uint8Array): boolean {
  return startsWith(head, 'PK\u0003\u0004');
}

export const DAMAGED_GZIP = refuse(
  'damaged-archive',
  'This gzip file is damaged or cut off. Pack or copy it again.',
);

/** Checks what came out of a gzip file, by its first bytes. */
export function checkGzipContents(head: Uint8Array): Result<Uint8Array> {
  if (head.length > 0) return checkText(head);
  return refuse('empty-file', 'The gzip file is empty: nothing is packed in it.');
}

function unpackGzip(bytes: Uint8Array): Result<Uint8Array> {
  try {
    return checkGzipContents(gunzipSync(bytes));
  } catch {
    return DAMAGED_GZIP;
  }
}

function unpackZip(bytes: Uint8Array): Result<Uint8Array> {
  let names: string[] = [];
  try {
    const files = unzipSync(bytes, { filter: ({ name }) => GCODE_NAME.test(name) });
    names = Object.keys(files);
    if (names.length === 1) return checkText(files[names[0]]);
  } catch {
    return refuse('damaged-archive', 'This zip file is damaged or cut off. Pack or copy it again.');
  }
  const message =
    names.length === 0
      ? 'The zip file holds no G-code file.'
      : `The zip file holds ${names.length} G-code files. Unpack it and open one of them.`;
  return refuse('archive-contents', message);
}

/** Text has no zero bytes; a picture or a model in binary form has many. */
function checkText(bytes: Uint8Array): Result<Uint8Array> {
  const picture = pictureKind(bytes);
  if (picture) {
    return refuse(
      'not-gcode',
      `This is a picture (${picture}), not a sliced print. Open the G-code file that was sliced.`,
    );
  }
  if (bytes.subarray(0, LOOKED_AT).includes(0)) {
    return refuse(
      'not-gcode',
      'This is a binary file, not G-code. Save the sliced print as plain G-code.',
    );
  }
  return success(bytes);
}

function pictureKind(bytes: Uint8Array): string | null {
  if (startsWith(bytes, '\u0089PNG')) return 'PNG';
  if (startsWith(bytes, '\u00ff\u00d8\u00ff')) return 'JPEG';
  if (startsWith(bytes, 'GIF8')) return 'GIF';
  if (startsWith(bytes, 'RIFF') && startsWith(bytes.subarray(8), 'WEBP')) return 'WebP';
  return null;
}

function startsWith(bytes: Uint8Array, text: string): boolean {
  for (let i = 0; i < text.length; i++) if (bytes[i] !== text.charCodeAt(i)) return false;
  return true;
}
