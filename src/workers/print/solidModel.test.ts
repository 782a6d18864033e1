import { createHash } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { HIDE_PLATE, hidePlateSolids } from '../../../demo/jobs/hidePlate';
import { ORDINARY_PROFILE } from '@/core/printer/printer';
import { emptyPlan } from '@/core/plan/jobPlan';
import { requestOfPlan } from '@/core/write/request/planRequest';
import { extrude } from '@/core/model/extrude';
import { firstSetup, NO_TURN, type ModelSetup } from '@/core/model/setup';
import { writeStl } from '@/core/model/formats/writeStl';
import { PATH_STRIDE } from '@/core/geometry/paths';
import { readGcode } from '@/core/read/reader';
import { bytesOf, writePrint } from '../../../tests/support/printFiles';
import { createPrintService } from './printService';

/** What only a file has: its bytes and lines, places in it, and states of the machine. */
const FILE_FIELDS = /bytes|line|offset|state|tool|stop|setting|temperature|finding|leavesHot/i;
const SLICED = readGcode(bytesOf(writePrint({})), ORDINARY_PROFILE);
const STL = writeStl(extrude(hidePlateSolids()));
const SETUP: ModelSetup = {
  unit: 'mm',
  isUnitSure: true,
  turn: NO_TURN,
  scaleXY: 1,
  scaleZ: 1,
  firstLayer: HIDE_PLATE.firstLayer,
  layerHeight: HIDE_PLATE.layer,
};
async function opened(setup: ModelSetup | null = SETUP) {
  const service = createPrintService();
  const shares: number[] = [];
  const found = await service.openModel(
    new Blob([STL]),
    'plate.stl',
    setup,
    ORDINARY_PROFILE,
    (now) => shares.push(now.bytes / now.totalBytes),
  );
  if (!found.ok) throw new Error(found.refusal.message);
  return { service, open: found.value, shares };
}

describe('a model that a worker holds open', () => {
  it('is a print without a sliced file: layers, steps and times are there', async () => {
    const { open, service } = await opened();
    expect(open.reading.layers.length).toBe(40);
    expect(open.analysis.steps.map(({ layer }) => layer)).toEqual([11, 26]);
    expect(open.fingerprint).toBe(createHash('sha256').update(STL).digest('hex'));
    const times = await service.times(ORDINARY_PROFILE);
    expect(times?.seconds.total).toBe(open.reading.seconds.total);
    expect(open.facts).toMatchObject({ kind: 'stl', statedUnit: null, notes: [] });
    expect(open.facts.size.map((mm) => Math.round(mm * 100))).toEqual([8400, 5600, 804]);
  });

  it('shows cuts where a file has paths', async () => {
    const { service } = await opened();
    const { lines, ends } = await service.layerPaths(12);
    expect(ends).toEqual([lines.length / PATH_STRIDE]);
    // The outline of the border and of the number, at whose middle the cut goes.
    const cut = await service.modelCut(SETUP, 2.34);
    const length = (at: (i: number) => readonly number[], count: number): number =>
      Array.from({ length: count }, (_, i) => at(i)).reduce(
        (sum, [x0, y0, x1, y1]) => sum + Math.hypot(x1 - x0, y1 - y0),
        0,
      );
    const drawn = length((i) => [...lines.subarray(i * PATH_STRIDE, i * PATH_STRIDE + 4)], ends[0]);
    expect(drawn).toBeCloseTo(cut?.outline ?? 0, 1);
    expect(await service.layerPaths(41)).toMatchObject({ ends: [] });
  });

  it('makes a print that has nothing of a file', async () => {
    const { reading } = (await opened()).open;
    const ofFile = (one: object) => Object.keys(one).filter((field) => FILE_FIELDS.test(field));
    for (const [made, read] of [
      [reading, SLICED],
      [reading.layers[3], SLICED.layers[3]],
      [reading.sections[3], SLICED.sections[3]],
    ]) {
      expect(ofFile(read)).not.toEqual([]);
      expect(ofFile(made)).toEqual([]);
    }
    expect(reading.sources).toEqual([]);
  });

  it('refuses what needs the sliced file', async () => {
    const { service } = await opened();
    const request = requestOfPlan(emptyPlan('ab'.repeat(32)), SLICED, ORDINARY_PROFILE);
    const preview = await service.preview(request);
    const written = await service.write(request, () => {});
    for (const answer of [preview, written]) {
      expect(answer).toMatchObject({ ok: false, refusal: { code: 'not-sliced' } });
    }
    expect(await service.findParts()).toBe(null);
    expect(await service.lines(1, 5)).toEqual({ first: 1, text: '' });
  });

  it('tries another set-up without changing what is open', async () => {
    const { service, open } = await opened();
    const draft = await service.modelDraft({ ...SETUP, scaleZ: 0.5, layerHeight: 0.1 });
    expect(draft?.facts.size[2]).toBeCloseTo(4.02, 4);
    expect(draft?.facts.flats.map(({ z }) => z)).toEqual([0, 1.02, 2.52, 4.02]);
    expect(draft?.layers.at(-1)?.z).toBeCloseTo(4.04, 4);
    expect((await service.layerPaths(40)).lines.length).toBeGreaterThan(0);
    expect(open.setup).toEqual(SETUP);
    const surface = await service.surface(false, 100_000);
    expect('corners' in surface && surface.corners.length).toBe(((STL.length - 84) / 50) * 9);
  });

  it('guesses how it is set up when nobody says', async () => {
    const { open } = await opened(null);
    expect(open.setup).toEqual({ ...SETUP, firstLayer: 0.2 });
    expect(
      firstSetup({
        kind: 'stl',
        mesh: { corners: new Float32Array(9), objects: [] },
        unit: 'inch',
        notes: [],
      }),
    ).toMatchObject({ unit: 'inch', isUnitSure: true });
  });

  it('gives way to a print that is opened after it', async () => {
    const { service } = await opened();
    const print = await service.open(
      new Blob(['M83\nG1 X9 Z.2 E1\nG1 X1 E1\n']),
      ORDINARY_PROFILE,
      () => {},
    );
    expect(print.ok).toBe(true);
    expect(await service.modelDraft(SETUP)).toBe(null);
    expect(await service.modelCut(SETUP, 1)).toBe(null);
  });
});
