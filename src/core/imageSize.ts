/** Width and height of a picture, px. */
export interface ImageSize {
  readonly width: number;
  readonly height: number;
}

/**
 * The size of a picture from the first bytes of its file, so that nobody has to open one that is too large:
 * PNG (W3C PNG, 11.2.2), JPEG (ITU T.81, B.2.2) and WebP (RFC 9649). Null for all other files.
 */
export function imageSize(bytes: Uint8Array): ImageSize | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  try {
    if (view.getUint32(0) === 0x89504e47) {
      return { width: view.getUint32(16), height: view.getUint32(20) };
    }
    if (view.getUint16(0) === 0xffd8) return jpegSize(view);
    if (view.getUint32(0) === 0x52494646 && view.getUint32(8) === 0x57454250) return webpSize(view);
  } catch {
    // It ends before it has said how large it is.
  }
  return null;
}

/** Of the first frame header; the segments before it are passed over by their lengths. */
function jpegSize(view: DataView): ImageSize | null {
  for (let at = 2; ;) {
    if (view.getUint8(at) !== 0xff) return null;
    const marker = view.getUint8(at + 1);
    const isFrame = marker >= 0xc0 && marker <= 0xcf && ![0xc4, 0xc8, 0xcc].includes(marker);
    if (isFrame) return { height: view.getUint16(at + 5), width: view.getUint16(at + 7) };
    at += marker === 0xff ? 1 : 2 + view.getUint16(at + 2);
  }
}

function webpSize(view: DataView): ImageSize | null {
  const low = (at: number, bits: number): number =>
    (view.getUint16(at, true) & (2 ** bits - 1)) + 1;
  switch (view.getUint32(12)) {
    case 0x56503820:
      return { width: low(26, 14) - 1, height: low(28, 14) - 1 };
    case 0x5650384c: {
      const bits = view.getUint32(21, true);
      return { width: (bits & 0x3fff) + 1, height: ((bits >>> 14) & 0x3fff) + 1 };
    }
    case 0x56503858:
      return {
        width: low(24, 16) + view.getUint8(26) * 65536,
        height: low(27, 16) + view.getUint8(29) * 65536,
      };
    default:
      return null;
  }
}
