import { describe, expect, it } from 'vitest';
import { bytesOf, writePrint } from '../tests/support/printFiles';
import { sourceOf } from '../src/core/byteSource';
import { readGcode } from '../src/core/read/reader';
import { ORDINARY_PROFILE } from '../src/core/printer/printer';
import { requestFrom } from './request';

const bytes = bytesOf(writePrint({ layers: 8 }));
const reading = readGcode(bytes, ORDINARY_PROFILE);
const input = sourceOf(bytes);
const inputs = { input, reading, printer: ORDINARY_PROFILE, sha256: 'ab'.repeat(32) };
const swaps = [{ layer: 3, filament: 'B' }];

describe('requestFrom', () => {
  it.each([
    [[], 'bad-plan', /^The plan should be a group of fields .* and is a list\.$/],
    ['text', 'bad-plan', /is the text "text"\.$/],
    [null, 'bad-plan', /nothing \(null\)/],
    [{ swaps: [{ layer: [3], filament: 'B' }] }, 'bad-plan', /"layer" of swap 1 .* is a list/],
    [{ swaps: [{ layer: 3, filament: ['B'] }] }, 'bad-plan', /"filament" of swap 1 .* is a list/],
    [{ swaps: [{ layer: 3, filament: 7 }] }, 'bad-plan', /should be a text, and is 7/],
    [{ swaps: [{ layer: 2.5, filament: 'B' }] }, 'bad-plan', /should be a whole number/],
    [{ swaps: { layer: 3 } }, 'bad-plan', /"swaps" should be a list/],
    [{ swaps, stopat: 'restart' }, 'bad-plan', /nearest known is "stopAt"/],
    [{ swaps, rewrite: ['heat'] }, 'bad-plan', /"rewrite" should be/],
    [{ swaps, recipe: { kind: 'spelled-out', prge: 3 } }, 'bad-recipe', /nearest known is "purge"/],
    [{ swaps, recipe: { kind: 'spelled-out', purge: [3] } }, 'bad-recipe', /is a list/],
    [
      { swaps, recipe: { kind: 'spelled-out', park: { x: 1 } } },
      'bad-recipe',
      /"y" of "park" is missing/,
    ],
    [{ swaps, recipe: 'M600' }, 'bad-recipe', /is the text "M600"/],
    [JSON.parse('{"swaps":[],"__proto__":{"x":1}}'), 'bad-plan', /__proto__/],
    [{ version: 99 }, 'bad-plan', /version 99/],
    [{ version: '5' }, 'bad-plan', /./],
    [{ lamella: 'plan', plan: [] }, 'bad-plan', /is missing|a list/],
  ])('answers %j in a sentence', async (json, code, words) => {
    const result = await requestFrom(json, inputs);
    expect(result).toMatchObject({ ok: false, refusal: { code } });
    const message = result.ok ? '' : result.refusal.message;
    expect(message).toMatch(words);
    expect(message).toMatch(/^[A-Z].*\.$/s);
    expect(message).not.toMatch(/`|undefined|\[object|NaN/);
  });

  it('never throws, whatever stands in a field', async () => {
    const odd = [null, [], {}, '', 'x', -1, 1e99, true, [[]], { layer: 1 }];
    const fields = [
      'swaps',
      'stopAt',
      'recipe',
      'loadFirst',
      'rewrite',
      'existingStops',
      'fingerprint',
    ];
    for (const field of fields) {
      for (const value of odd) {
        const result = await requestFrom({ swaps, [field]: value }, inputs);
        if (!result.ok) expect(result.refusal.message).toMatch(/^[A-Z].*\.$/s);
      }
    }
  });
});
