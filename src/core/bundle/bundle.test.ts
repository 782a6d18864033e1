import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import { describe, expect, it } from 'vitest';
import { sourceOf } from '../byteSource';
import { KINDS, type BundleKind, type BundleLine, endingOf, FILE_NAME, fileNameIn } from './form';
import { joined } from './lines';
import {
  looksLikeBundle,
  openBundle,
  readLines,
  settingsIn,
  unpackAttached,
  type OpenBundle,
} from './readBundle';
import { readRecord, recordText } from './recordText';
import { knownTime, standingOf } from './standing';
import { writeBundle, type BundledRecord } from './writeBundle';
import { strides } from '../../../tests/support/runs';

/** Where there is none, the zip is looked at by what has written it alone. */
const hasPython = spawnSync('python3', ['--version']).status === 0;

const SAVED = Date.parse('2026-04-02T10:00:00Z');

type Content = Partial<Record<BundleKind, readonly BundledRecord[]>>;

async function* inPieces(bytes: Uint8Array): AsyncGenerator<Uint8Array> {
  for (let at = 0; at < bytes.length; at += 7) yield bytes.slice(at, at + 7);
}

const record = (id: string, given: object = {}): BundledRecord => ({
  id,
  changedAt: 5,
  record: { id, ...given },
  attached: null,
});

const withFile = (id: string, name: string, text: string): BundledRecord => ({
  ...record(id),
  attached: { name, ending: 'gcode', chunks: inPieces(strToU8(text)) },
});

async function bundleOf(content: Content, settings: object | null = null): Promise<Uint8Array> {
  const chunks: Uint8Array[] = [];
  await writeBundle(
    {
      savedAt: SAVED,
      holds: 'everything',
      settings: settings as never,
      records: async function* (kind) {
        // One record at a time, and a batch of none in between.
        for (const one of content[kind] ?? []) yield* [[one], []];
      },
    },
    (chunk) => {
      chunks.push(chunk.slice());
    },
  );
  return joined(chunks);
}

async function opened(bytes: Uint8Array): Promise<OpenBundle> {
  const bundle = await openBundle(sourceOf(bytes));
  if (!bundle.ok) throw new Error(bundle.refusal.message);
  return bundle.value;
}

async function linesOf(bundle: OpenBundle, kind: BundleKind): Promise<BundleLine[]> {
  const lines: BundleLine[] = [];
  const done = await readLines(bundle, kind, (some) => {
    lines.push(...some);
  });
  if (!done.ok) throw new Error(done.refusal.message);
  return lines;
}

/** What is wrong with a bundle, wherever that is found; null for nothing. */
async function wrongWith(bytes: Uint8Array): Promise<string | null> {
  const bundle = await openBundle(sourceOf(bytes));
  if (!bundle.ok) return bundle.refusal.message;
  const settings = await settingsIn(bundle.value);
  if (!settings.ok) return settings.refusal.message;
  const named: string[] = [];
  for (const kind of KINDS) {
    const lines = await readLines(bundle.value, kind, (some) => {
      named.push(...some.flatMap(({ file }) => file ?? []));
    });
    if (!lines.ok) return lines.refusal.message;
  }
  for (const name of named) {
    const unpacked = await unpackAttached(bundle.value, name, () => {});
    if (!unpacked.ok) return unpacked.refusal.message;
  }
  return null;
}

/** Some records of some kinds; what belongs to them is read once. */
const some = (): Content => ({
  jobs: [
    withFile('plate', 'Hide plate 7', 'G28\nG1 X1\n'),
    withFile('sign', '../../Sign', 'G29\n'),
  ],
  plans: [record('plate', { book: { chosen: '1' } })],
  photos: [withFile('photo', 'photo', 'not looked at here')],
});

/** A bundle whose files were changed by hand. */
async function changed(edit: (files: Record<string, Uint8Array>) => void): Promise<Uint8Array> {
  const files = unzipSync(await bundleOf(some(), { 'lamella-cost': {} }));
  edit(files);
  return zipSync(files as Zippable);
}

const changedText = (name: string, edit: (text: string) => string): Promise<Uint8Array> =>
  changed((files) => {
    files[name] = strToU8(edit(strFromU8(files[name])));
  });

describe('a record as text', () => {
  const json = fc.letrec((tie) => ({
    value: fc.oneof(
      { maxDepth: 5 },
      fc.string({ unit: 'binary' }),
      fc.double({ noNaN: true, noDefaultInfinity: true }).map((one) => one + 0),
      fc.boolean(),
      fc.constant(null),
      fc.uint16Array(),
      fc.array(tie('value'), { maxLength: 4 }),
      fc.dictionary(
        fc.string().filter((name) => name !== '__proto__' && name !== '$uint16'),
        tie('value'),
        { maxKeys: 4, noNullPrototype: true },
      ),
    ),
  })).value;

  it('is read as it was, on one line, the same for equal records', () => {
    fc.assert(
      fc.property(json, (value) => {
        const text = recordText(value);
        expect(text).not.toContain('\n');
        const read = readRecord(text);
        expect(read).toEqual({ ok: true, value });
        expect(recordText(read.ok && read.value)).toBe(text);
      }),
      { seed: 3 },
    );
    expect(recordText({ b: 1, a: [{ d: undefined, c: 2 }] })).toBe(
      recordText({ a: [{ c: 2 }], b: 1 }),
    );
  });

  it.each([
    ['{"a":', /not JSON/],
    ['['.repeat(1_000_000) + ']'.repeat(1_000_000), /too deeply/],
    ['{"a":'.repeat(50) + '1' + '}'.repeat(50), /too deeply/],
    ['{"__proto__":{"isDemo":true}}', /unknown field/],
    ['{"a":{"$uint16":"not base64!"}}', /picture/],
    ['{"a":{"$uint16":"QUJD"}}', /picture/],
    ['{"a":{"$uint16":7}}', /picture/],
    ['{"a":{"$uint16":"QUI=","b":1}}', /picture/],
  ])('is refused: %.30s', (text, message) => {
    const read = readRecord(text);
    expect(!read.ok && read.refusal.message).toMatch(message);
  });
});

describe('a bundle', () => {
  it('gives back what went in, with the bytes of each record', async () => {
    const bundle = await opened(await bundleOf(some(), { 'lamella-cost': { currency: '€' } }));
    expect(bundle.head).toMatchObject({ savedAt: SAVED, holds: 'everything' });
    expect(bundle.head.counts).toMatchObject({ jobs: 2, plans: 1, runs: 0, photos: 1 });
    expect(await settingsIn(bundle)).toEqual({
      ok: true,
      value: { 'lamella-cost': { currency: '€' } },
    });
    const jobs = await linesOf(bundle, 'jobs');
    expect(jobs.map(({ id, changedAt, file }) => [id, changedAt, file])).toEqual([
      ['plate', 5, 'files/0001-hide-plate-7.gcode'],
      ['sign', 5, 'files/0002-sign.gcode'],
    ]);
    const chunks: Uint8Array[] = [];
    await unpackAttached(bundle, 'files/0001-hide-plate-7.gcode', (chunk) => chunks.push(chunk));
    expect(strFromU8(joined(chunks))).toBe('G28\nG1 X1\n');
    expect((await linesOf(bundle, 'plans'))[0].record).toEqual({
      id: 'plate',
      book: { chosen: '1' },
    });
  });

  it.skipIf(!hasPython)('is a zip that other programs open', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'lamella-bundle-'));
    writeFileSync(join(folder, 'all.zip'), await bundleOf(some()));
    execFileSync('python3', ['-m', 'zipfile', '-e', 'all.zip', 'out'], { cwd: folder });
    expect(readFileSync(join(folder, 'out/files/0002-sign.gcode'), 'utf8')).toBe('G29\n');
    expect(readdirSync(join(folder, 'out')).sort()).toContain('lamella.json');
  });

  it('is known by what it holds, and packed again by another program still opens', async () => {
    const bytes = await bundleOf(some());
    expect(await looksLikeBundle(sourceOf(bytes))).toBe(true);
    expect(await looksLikeBundle(sourceOf(zipSync({ 'a.gcode': strToU8('G28') })))).toBe(false);
    expect(await looksLikeBundle(sourceOf(strToU8('G28')))).toBe(false);
    const again = await changed((files) => {
      files['__MACOSX/._lamella.json'] = strToU8('x');
    });
    expect(await wrongWith(again)).toBeNull();
  });

  it('is refused or still whole wherever a bit of it is turned over, or it is cut off', async () => {
    const bytes = await bundleOf(some(), { 'lamella-cost': {} });
    const whole = await fingerprint(bytes);
    let refused = 0;
    const step = strides(1);
    for (let at = 0; at < bytes.length; at += step) {
      const flipped = bytes.slice();
      flipped[at] ^= 1 << ((at / step) % 8);
      if ((await wrongWith(flipped)) === null) {
        expect(await fingerprint(flipped), `byte ${at}`).toBe(whole);
      } else refused++;
    }
    expect(refused).toBeGreaterThan((0.5 * bytes.length) / step);
    for (let length = 0; length < bytes.length; length += strides(37)) {
      expect(await wrongWith(bytes.slice(0, length))).not.toBeNull();
    }
  });

  it.each<[string, () => Promise<Uint8Array>, RegExp]>([
    [
      'a zip of something else',
      async () => zipSync({ 'a.txt': strToU8('a') }),
      /not saved by Lamella/,
    ],
    ['no zip at all', async () => strToU8('G28\n'.repeat(99)), /damaged/],
    [
      'a newer one',
      () => changedText('lamella.json', (t) => t.replace('"version": 1', '"version": 2')),
      /newer Lamella/,
    ],
    [
      'newer records',
      () => changedText('lamella.json', (t) => t.replace(/"records": \d+/, '"records": 999')),
      /newer Lamella/,
    ],
    [
      'a head of another program',
      () => changedText('lamella.json', () => '{"lamella":"plan"}'),
      /head of the file/,
    ],
    ['a head that is a list', () => changedText('lamella.json', () => '[]'), /head of the file/],
    [
      'no date',
      () => changedText('lamella.json', (t) => t.replace(/2026-04-02T10/, '2026-99-99T10')),
      /not saved by Lamella/,
    ],
    [
      'counts without end',
      () => changedText('lamella.json', (t) => t.replace('"jobs": 2', '"jobs": 1e9')),
      /at most/,
    ],
    [
      'another count',
      () => changedText('lamella.json', (t) => t.replace('"jobs": 2', '"jobs": 3')),
      /should be 3 lines, and there are 2/,
    ],
    [
      'a path out of the folder',
      () =>
        changed((f) => {
          f['files/../../etc/passwd'] = strToU8('x');
        }),
      /does not save/,
    ],
    [
      'an absolute path',
      () =>
        changed((f) => {
          f['/files/0009-a.gcode'] = strToU8('x');
        }),
      /does not save/,
    ],
    [
      'a path of another system',
      () =>
        changed((f) => {
          f['files\\0009-a.gcode'] = strToU8('x');
        }),
      /does not save/,
    ],
    [
      'a page among the photos',
      () =>
        changed((f) => {
          f['photos/0009-a.html'] = strToU8('x');
        }),
      /does not save/,
    ],
    [
      'a missing kind',
      () =>
        changed((f) => {
          delete f['runs.jsonl'];
        }),
      /not saved by Lamella/,
    ],
    [
      'a missing file',
      () =>
        changed((f) => {
          delete f['files/0002-sign.gcode'];
        }),
      /refers to a missing file/,
    ],
    [
      'a line that names what it should not',
      () => changedText('jobs.jsonl', (t) => t.replace('files/0002-sign.gcode', 'lamella.json')),
      /refers to a missing file/,
    ],
    [
      'the same id twice',
      () => changedText('jobs.jsonl', (t) => t.replaceAll('"sign"', '"plate"')),
      /id of another/,
    ],
    ['a line that is cut off', () => changedText('jobs.jsonl', (t) => t.slice(0, -9)), /cut off/],
    [
      'a line without a record',
      () => changedText('plans.jsonl', () => '{"id":"plate","changedAt":1,"file":null}\n'),
      /no record/,
    ],
    [
      'a record that is a list',
      () =>
        changedText('plans.jsonl', () => '{"id":"plate","changedAt":1,"file":null,"record":[]}\n'),
      /no record/,
    ],
    [
      'an endless line',
      () =>
        changed((f) => {
          f['plans.jsonl'] = new Uint8Array(17e6).fill(65);
        }),
      /too long/,
    ],
    [
      'deep settings',
      () => changedText('settings.json', () => '['.repeat(99) + ']'.repeat(99)),
      /too deeply/,
    ],
    [
      'endless settings',
      () =>
        changed((f) => {
          f['settings.json'] = new Uint8Array(2e6).fill(32);
        }),
      /not saved by Lamella/,
    ],
    [
      'lines that grow beyond measure',
      () =>
        changed((f) => {
          f['plans.jsonl'] = new Uint8Array(60e6).fill(10);
        }),
      /far more than it says|should be/,
    ],
  ])('is refused in words: %s', async (_name, make, message) => {
    expect(await wrongWith(await make())).toMatch(message);
  });

  it('opens when it is from before one of the kinds came, and does not speak of it', async () => {
    const files = unzipSync(await bundleOf(some()));
    const head = JSON.parse(strFromU8(files['lamella.json'])) as { counts: Record<string, number> };
    delete files['runs.jsonl'];
    files['lamella.json'] = strToU8(
      JSON.stringify({ ...head, counts: { ...head.counts, runs: undefined } }),
    );
    const bundle = await openBundle(sourceOf(zipSync(files as Zippable)));
    if (!bundle.ok) throw new Error(bundle.refusal.message);
    expect(bundle.value.head.counts).toMatchObject({ jobs: 2, runs: 0 });
    const read = await readLines(bundle.value, 'runs', () => expect.unreachable());
    expect(read.ok).toBe(true);
  });

  it('is refused when two of its files have one name, or overlap', async () => {
    const files = unzipSync(await bundleOf(some()));
    const bytes = zipSync(files as Zippable, { level: 0 });
    const text = strFromU8(bytes, true);
    // Every file has its name at its own head, and in the directory.
    const doubled = strToU8(
      text.replaceAll('plans.jsonl', 'photo.jsonl').replaceAll('photo.jsonl', 'spool.jsonl'),
      true,
    );
    expect(await wrongWith(doubled)).toMatch(/not saved by Lamella/);
    const same = strToU8(text.replaceAll('spools.jsonl', 'photos.jsonl'), true);
    expect(await wrongWith(same)).toMatch(/same name/);
    // The directory leads twice to the place of the first file.
    const over = bytes.slice();
    const at: number[] = [];
    for (let i = 0; i + 4 < over.length; i++) {
      if (over[i] === 0x50 && over[i + 1] === 0x4b && over[i + 2] === 1 && over[i + 3] === 2)
        at.push(i);
    }
    over.copyWithin(at[1] + 42, at[0] + 42, at[0] + 46);
    expect(await wrongWith(over)).toMatch(/overlap/);
  });
});

/** All that a bundle says, as one text. */
async function fingerprint(bytes: Uint8Array): Promise<string> {
  const bundle = await opened(bytes);
  const { savedAt, holds } = bundle.head;
  const said: unknown[] = [savedAt, holds, await settingsIn(bundle)];
  for (const kind of KINDS) {
    for (const line of await linesOf(bundle, kind)) {
      let text = '';
      if (line.file) {
        await unpackAttached(bundle, line.file, (chunk) => {
          text += strFromU8(chunk, true);
        });
      }
      said.push([line.id, line.changedAt, line.record, text]);
    }
  }
  return JSON.stringify(said);
}

describe('a record beside the one here', () => {
  it.each([
    ['new', { text: 'a', changedAt: 5 }, { text: null, changedAt: null }],
    ['same', { text: 'a', changedAt: 5 }, { text: 'a', changedAt: 9 }],
    ['newer', { text: 'a', changedAt: 9 }, { text: 'b', changedAt: 5 }],
    ['differs', { text: 'a', changedAt: 9 }, { text: 'b', changedAt: null }],
    ['differs', { text: 'a', changedAt: null }, { text: 'b', changedAt: 9 }],
    ['gone', { text: 'a', changedAt: null }, { text: null, changedAt: 9 }],
    ['older', { text: 'a', changedAt: 5 }, { text: 'b', changedAt: 9 }],
    ['differs', { text: 'a', changedAt: 5 }, { text: 'b', changedAt: 5 }],
    ['same', { text: 'a', changedAt: 0 }, { text: 'b', changedAt: 0 }],
    ['differs', { text: 'a', changedAt: null }, { text: 'b', changedAt: null }],
    ['gone', { text: 'a', changedAt: 5 }, { text: null, changedAt: 9 }],
    ['new', { text: 'a', changedAt: 9 }, { text: null, changedAt: 5 }],
  ])('is %s: %j beside %j', (standing, there, here) => {
    expect(standingOf(there, here)).toBe(standing);
  });
});

it('knows no time that has not come yet', () => {
  const now = 1.7e12;
  expect([0, now, now + 59_000, now + 61_000, 1e300, null].map((at) => knownTime(at, now))).toEqual(
    [0, now, now + 59_000, null, null, null],
  );
});

it('names the file of a job after what it is', () => {
  expect(endingOf('Plate.STL', true)).toBe('stl');
  expect(endingOf('plate.3mf', true)).toBe('3mf');
  // A sliced file stays one, whatever its name.
  expect(endingOf('plate.stl', false)).toBe('gcode');
  expect(FILE_NAME.test(fileNameIn('files', 3, 'Übersicht / Damm', 'obj'))).toBe(true);
});
