/** Text as UTF-8. Every runtime has these two; only the bare language does not name them. */
declare class TextEncoder {
  encode(text: string): Uint8Array<ArrayBuffer>;
}
declare class TextDecoder {
  decode(bytes: Uint8Array): string;
}

export function bytesOfText(text: string): Uint8Array<ArrayBuffer> {
  return new TextEncoder().encode(text);
}

/** What is no UTF-8 becomes the replacement character. */
export function textOfBytes(bytes: Uint8Array): string {
  return new TextDecoder().decode(bytes);
}
