import { gzipSync, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { layerNumber } from '@/core/layers';
import { PATH_STRIDE } from '@/core/geometry/paths';
import { ORDINARY_PRINTER } from '@/core/motion/limits';
import type { SlicedFile } from '@/core/read/slicedFile';
import { emptyPlan } from '@/core/plan/jobPlan';
import { withSwap } from '@/core/plan/edits/partEdits';
import { requestOfPlan } from '@/core/write/request/planRequest';
import { EXAMPLE_PRINTERS } from '@/core/printer/examples';
import { ORDINARY_PROFILE } from '@/core/printer/printer';
import { bytesOf, writePrint } from '../../../tests/support/printFiles';
import { createPrintService } from './printService';

const text = writePrint({ layers: 9 });
const file = new Blob([text]);

async function opened(blob: Blob = file) {
  const service = createPrintService();
  const result = await service.open(blob, ORDINARY_PRINTER, () => {});
  return { service, result };
}

function print(result: Awaited<ReturnType<typeof opened>>['result']): SlicedFile {
  if (!result.ok) throw new Error(result.refusal.message);
  return result.value.reading;
}

describe('the print service', () => {
  it('opens plain files, gzip and zip as the same print', async () => {
    const bytes = bytesOf(text);
    const packed = [file, new Blob([gzipSync(bytes)]), new Blob([zipSync({ 'a.gcode': bytes })])];
    for (const blob of packed) {
      const { result } = await opened(blob);
      if (!result.ok) throw new Error(result.refusal.message);
      expect(result.value.reading.layers).toHaveLength(9);
      expect(await result.value.file.text()).toBe(text);
      expect(result.value.fingerprint).toMatch(/^[0-9a-f]{64}$/);
    }
  });

  it.each([
    ['nothing', new Blob([]), 'empty-file'],
    ['a gzip of nothing', new Blob([gzipSync(new Uint8Array(0))]), 'empty-file'],
    ['half a gzip', new Blob([gzipSync(bytesOf(text)).slice(0, 90)]), 'damaged-archive'],
    ['a letter', new Blob(['Dear printer,\n']), 'no-extrusion'],
  ])('refuses %s with a code that survives the way', async (_name, blob, code) => {
    const { result } = await opened(blob);
    expect(result).toMatchObject({ ok: false, refusal: { code } });
  });

  it('gives a layer’s lines at their places', async () => {
    const { service } = await opened();
    const { lines: paths } = await service.layerPaths(2);
    expect(paths.length % PATH_STRIDE).toBe(0);
    const [x0, y0, x1, y1, width] = paths;
    expect([x0, y0, x1, y1]).toEqual([50, 50, 70, 50]);
    expect(width).toBeCloseTo(0.5, 2);
    expect((await service.layerPaths(99)).lines).toHaveLength(0);
  });

  it('gives any stretch of lines', async () => {
    const { service } = await opened();
    const all = text.split('\n');
    for (const from of [1, 7, 400, all.length - 3]) {
      const { first, text: got } = await service.lines(from, 5);
      expect(first).toBe(from);
      expect(got.split('\n')).toEqual(all.slice(from - 1, from + 4));
    }
  });

  it('writes a proven file, and none without an open print', async () => {
    const { service, result } = await opened();
    const plan = withSwap(emptyPlan('ab'.repeat(32)), layerNumber(4));
    const request = requestOfPlan(plan, print(result), ORDINARY_PROFILE);
    const written = await service.write(request, () => {});
    expect(written.ok && written.value.proof.ok).toBe(true);
    expect(written.ok && (await written.value.files[0].text())?.includes('\nM600\n')).toBe(true);
    expect(await createPrintService().write(request, () => {})).toMatchObject({
      ok: false,
      refusal: { code: 'no-print' },
    });
  });

  it('opens a file that it wrote as the file before, and tells its swaps', async () => {
    const { service, result } = await opened();
    const request = requestOfPlan(
      withSwap(emptyPlan('ab'.repeat(32)), layerNumber(4)),
      print(result),
      ORDINARY_PROFILE,
    );
    const shares: number[] = [];
    const written = await service.write(request, (share) => shares.push(share));
    if (!written.ok || written.value.files.length === 0) throw new Error('not written');
    expect(written.value.excerpts).toHaveLength(1);
    expect(shares.at(-1)).toBeCloseTo(1, 1);
    const again = await opened(written.value.files[0]);
    if (!again.result.ok || !result.ok) throw new Error('not opened');
    expect(await again.result.value.file.text()).toBe(text);
    expect(again.result.value.fingerprint).toBe(result.value.fingerprint);
    expect(again.result.value.blocks).toMatchObject([{ layer: 4, filament: 'B Bone white' }]);
    const torn = (await written.value.files[0].text()).replace('; lamella: end swap 1', '');
    expect((await opened(new Blob([torn]))).result).toMatchObject({
      ok: false,
      refusal: { code: 'already-has-swaps' },
    });
  });

  it('shows beforehand what it would write, or why it cannot', async () => {
    const { service, result } = await opened();
    const printer = EXAMPLE_PRINTERS[1];
    const plan = withSwap(emptyPlan('ab'.repeat(32)), layerNumber(4));
    const shown = await service.preview(requestOfPlan(plan, print(result), printer));
    if (!shown.ok) throw new Error(shown.refusal.message);
    expect(shown.value.excerpts[0].commands.length).toBeGreaterThan(15);
    expect(shown.value.routes).toMatchObject([{ layer: 4, park: { x: 10, y: 190 } }]);
    expect(shown.value.moment).toMatchObject({ nozzle: 205, relativeE: false });
    expect(shown.value.moment?.retracted).toBeCloseTo(0.8, 9);
    expect(shown.value.undoing).toEqual([]);
    const bare = await service.preview(
      requestOfPlan(emptyPlan('ab'.repeat(32)), print(result), printer),
    );
    expect(bare).toMatchObject({ ok: true, value: { moment: null } });
    const beyond = { ...printer, park: { x: 999, y: 0 } };
    expect(await service.preview(requestOfPlan(plan, print(result), beyond))).toMatchObject({
      ok: false,
      refusal: { code: 'park-out-of-reach' },
    });
  });

  it('tells how long it would take on another printer', async () => {
    const { service, result } = await opened();
    const slow = { ...ORDINARY_PRINTER, homingSeconds: 120 };
    const times = await service.times(slow);
    const { seconds } = print(result);
    expect(times?.seconds.total).toBeCloseTo(seconds.total + 100, 6);
    expect(times?.layers).toHaveLength(9);
    // The open print keeps its own.
    expect((await service.times(ORDINARY_PRINTER))?.seconds).toEqual(seconds);
    expect(await createPrintService().times(slow)).toBeNull();
  });

  it('is opened by the latest of two quick calls', async () => {
    const service = createPrintService();
    const other = new Blob([writePrint({ layers: 5 })]);
    const [first, second] = await Promise.all([
      service.open(file, ORDINARY_PRINTER, () => {}),
      service.open(other, ORDINARY_PRINTER, () => {}),
    ]);
    expect(first).toMatchObject({ ok: false, refusal: { code: 'overtaken' } });
    expect(print(second).layers).toHaveLength(5);
    expect((await service.times(ORDINARY_PRINTER))?.layers).toHaveLength(5);
  });
});
