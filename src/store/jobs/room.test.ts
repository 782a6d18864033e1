import { afterEach, describe, expect, it, vi } from 'vitest';
import { missingRoom, storageSentence } from './room';

afterEach(() => vi.unstubAllGlobals());

function withRoom(quota?: number, usage?: number): void {
  vi.stubGlobal('navigator', { storage: { estimate: async () => ({ quota, usage }) } });
}

describe('room for a file', () => {
  it('is said to be missing, with how much is left and what to do', async () => {
    withRoom(100e6, 60e6);
    expect(await missingRoom(50e6)).toBe(
      'It needs 50.0 MB, and the browser has 40.0 MB left for Lamella. Delete a job you no longer need, or free up disk space, and open the file again.',
    );
    expect(await missingRoom(30e6)).toBeNull();
  });

  it('is taken for granted where the browser does not say', async () => {
    withRoom();
    expect(await missingRoom(50e6)).toBeNull();
    vi.stubGlobal('navigator', {});
    expect(await missingRoom(50e6)).toBeNull();
  });
});

describe('what went wrong with the storage', () => {
  it('is said in the person’s words', () => {
    const full = new DOMException('quota', 'QuotaExceededError');
    expect(storageSentence(full)).toMatch(/no space left/);
    expect(storageSentence(new Error('The disk is gone.'))).toBe('The disk is gone.');
    expect(storageSentence('?')).toBe('The browser could not store it.');
  });
});
