import transliterate from '@sindresorhus/transliterate';
import { toRomaji } from 'wanakana';

const KANA = /[\u3040-\u30ff]+/g;

/**
 * A name as printers and memory cards take it: plain Latin letters, as they would be read where that is known.
 * Signs that have none are left out, so that nothing at all may be left.
 */
export function plainText(name: string): string {
  const latin = name.normalize('NFC').replace(KANA, (kana) => toRomaji(kana));
  return transliterate(latin)
    .normalize('NFKD')
    .replace(/[^\x20-\x7e]/g, '')
    .replace(/ +/g, ' ')
    .trim();
}
