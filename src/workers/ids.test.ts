import { createHash } from 'node:crypto';
import { describe, expect, it, vi } from 'vitest';
import { newId } from './ids';
import { sumOf } from './sums';

describe('ids and sums', () => {
  it('are made where the browser has only random bytes', async () => {
    const { getRandomValues } = crypto;
    vi.stubGlobal('crypto', { getRandomValues: getRandomValues.bind(crypto) });
    const ids = Array.from({ length: 200 }, newId);
    for (const id of ids) {
      expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
    }
    expect(new Set(ids).size).toBe(200);
    const sum = await sumOf(new Blob(['G28\n', 'G1 X1']));
    vi.unstubAllGlobals();
    expect(sum).toBe(createHash('sha256').update('G28\nG1 X1').digest('hex'));
  });
});
