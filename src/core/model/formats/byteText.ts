/** Walks through the text of a model file word by word without making strings of it. */
export class ByteText {
  /** Where the next word is looked for. */
  at = 0;

  constructor(readonly bytes: Uint8Array) {}

  get isAtEnd(): boolean {
    return this.at >= this.bytes.length;
  }

  /** Skips blanks within the line. */
  skipBlanks(): void {
    while (this.at < this.bytes.length && isBlank(this.bytes[this.at])) this.at++;
  }

  /** Skips blanks and line ends. */
  skipSpace(): void {
    while (this.at < this.bytes.length && this.bytes[this.at] <= 32) this.at++;
  }

  /** Goes to the beginning of the next line. */
  nextLine(): void {
    const { bytes } = this;
    while (this.at < bytes.length && !isLineEnd(bytes[this.at])) this.at++;
    while (this.at < bytes.length && isLineEnd(bytes[this.at])) this.at++;
  }

  /** True at the end of a line, blanks passed over. */
  get isAtLineEnd(): boolean {
    this.skipBlanks();
    return this.at >= this.bytes.length || isLineEnd(this.bytes[this.at]);
  }

  /** Takes a word written in small letters, whatever its case here; false when another one stands here. */
  takes(word: string): boolean {
    const { bytes, at } = this;
    for (let i = 0; i < word.length; i++) {
      if ((bytes[at + i] | 32) !== word.charCodeAt(i)) return false;
    }
    const after = bytes.at(at + word.length);
    if (after !== undefined && after > 32) return false;
    this.at = at + word.length;
    return true;
  }

  /** The rest of the line as text. */
  restOfLine(): string {
    this.skipBlanks();
    const from = this.at;
    while (this.at < this.bytes.length && !isLineEnd(this.bytes[this.at])) this.at++;
    return new TextDecoder().decode(this.bytes.subarray(from, this.at)).trim();
  }

  /** Whether a comma stands for a point, as in some languages: digits on both sides of it. */
  private isDecimalComma(at: number): boolean {
    const { bytes } = this;
    return bytes[at] === COMMA && isDigit(bytes[at - 1]) && isDigit(bytes[at + 1]);
  }

  /** The number that stands here; `NaN`, and nothing taken, where none does. */
  number(): number {
    this.skipBlanks();
    const { bytes } = this;
    let at = this.at;
    const isNegative = bytes[at] === MINUS;
    if (isNegative || bytes[at] === PLUS) at++;
    let digits = 0;
    let value = 0;
    let power = 0;
    for (let point = false; ; at++) {
      const digit = bytes[at] - ZERO;
      if (digit >= 0 && digit <= 9) {
        digits++;
        // More digits than a number holds change nothing.
        if (value < 1e15) {
          value = value * 10 + digit;
          if (point) power--;
        } else if (!point) power++;
      } else if (!point && (bytes[at] === POINT || this.isDecimalComma(at))) point = true;
      else break;
    }
    if (digits === 0) return NaN;
    if ((bytes[at] | 32) === E) {
      const sign = bytes[at + 1] === MINUS ? -1 : 1;
      let place = at + (bytes[at + 1] === MINUS || bytes[at + 1] === PLUS ? 2 : 1);
      let exponent = 0;
      const from = place;
      for (; bytes[place] >= ZERO && bytes[place] <= NINE; place++) {
        exponent = Math.min(9999, exponent * 10 + bytes[place] - ZERO);
      }
      if (place === from) return NaN;
      power += sign * exponent;
      at = place;
    }
    this.at = at;
    const size = power === 0 ? value : power < 0 ? value / 10 ** -power : value * 10 ** power;
    return isNegative ? -size : size;
  }
}

const [MINUS, PLUS, COMMA, POINT, ZERO, NINE, E] = [45, 43, 44, 46, 48, 57, 101];
const isDigit = (byte: number): boolean => byte >= ZERO && byte <= NINE;
const isBlank = (byte: number): boolean => byte === 32 || byte === 9;
const isLineEnd = (byte: number): boolean => byte === 10 || byte === 13;
