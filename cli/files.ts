import { randomUUID } from 'node:crypto';
import {
  chmodSync,
  chownSync,
  mkdirSync,
  readFileSync,
  realpathSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
  type Stats,
} from 'node:fs';
import { basename, dirname, join, resolve } from 'node:path';
import { refuse, success, type Result } from '../src/core/findings';
import type { ChunkedFile } from '../src/workers/beside/readWhole';

/** Paths are meant from where the person typed the command, also through `npm run`. */
export function pathOf(name: string): string {
  return resolve(process.env.INIT_CWD ?? process.cwd(), name);
}

export function readBytes(name: string): Result<Uint8Array> {
  try {
    // A Buffer's own `slice` copies nothing, and what is handed to a thread would be gone here.
    const { buffer, byteOffset, byteLength } = readFileSync(pathOf(name));
    return success(new Uint8Array(buffer, byteOffset, byteLength));
  } catch {
    return refuse('cannot-read', `The file ${name} cannot be read.`);
  }
}

export function readJson(name: string): Result<unknown> {
  const bytes = readBytes(name);
  if (!bytes.ok) return bytes;
  try {
    return success(JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes.value)));
  } catch {
    return refuse('bad-json', `The file ${name} is not valid JSON.`);
  }
}

const CHUNK = 2 << 20;

/** Bytes in memory as a file that is read from its start to its end. */
export function chunked(bytes: Uint8Array): ChunkedFile {
  async function* chunks(): AsyncGenerator<Uint8Array<ArrayBuffer>> {
    for (let at = 0; at < bytes.length; at += CHUNK) yield bytes.slice(at, at + CHUNK);
  }
  return { size: bytes.length, chunks };
}

/**
 * Refuses to write over a file that the command itself reads, whatever path or link leads to it.
 * @param read files that the command reads, by what they are to the person.
 */
export function checkTarget(out: string, read: Readonly<Record<string, string>>): Result<null> {
  for (const [what, name] of Object.entries(read)) {
    if (isSameFile(pathOf(out), pathOf(name))) {
      return refuse('would-overwrite', `--out names ${what} (${name}). Choose another name.`);
    }
  }
  return success(null);
}

function isSameFile(a: string, b: string): boolean {
  try {
    const [one, other] = [statSync(a, { bigint: true }), statSync(b, { bigint: true })];
    return one.ino === other.ino && one.dev === other.dev;
  } catch {
    // One of them is not there yet; then only its name can be the same.
    return realPath(a) === realPath(b);
  }
}

function realPath(path: string): string {
  try {
    return join(realpathSync(dirname(path)), basename(path));
  } catch {
    return path;
  }
}

/** Makes a folder, unless it is there. */
export function makeFolder(name: string): Result<null> {
  try {
    mkdirSync(pathOf(name), { recursive: true });
    return success(null);
  } catch {
    return refuse('cannot-write', `The folder ${name} cannot be made.`);
  }
}

/**
 * Writes a file as a whole or not at all: under a name of its own first, which is then changed. One that is there
 * keeps its owner and its rights, and a link keeps leading to it; where that cannot be, nothing is written.
 */
export function writeWhole(name: string, bytes: Uint8Array): Result<null> {
  const found = replacedFile(pathOf(name), name);
  if (!found.ok) return found;
  const { path, stats } = found.value;
  const temporary = join(dirname(path), `.${basename(path)}.${randomUUID()}`);
  try {
    writeFileSync(temporary, bytes, { flag: 'wx' });
    if (stats) {
      const { uid, gid } = statSync(temporary);
      if (uid !== stats.uid || gid !== stats.gid) chownSync(temporary, stats.uid, stats.gid);
      chmodSync(temporary, stats.mode & 0o7777);
    }
    renameSync(temporary, path);
    return success(null);
  } catch {
    rmSync(temporary, { force: true });
    return refuse('cannot-write', `The file ${name} cannot be written.`);
  }
}

/** The file that a name leads to, and what it is when it is there already. */
interface ReplacedFile {
  readonly path: string;
  readonly stats: Stats | null;
}

function replacedFile(path: string, name: string): Result<ReplacedFile> {
  let real: string;
  let stats: Stats;
  try {
    real = realpathSync(path);
    stats = statSync(real);
  } catch {
    return success({ path, stats: null });
  }
  if ((stats.mode & 0o222) === 0) {
    return refuse('cannot-write', `The file ${name} is write-protected.`);
  }
  if (stats.nlink > 1) {
    return refuse(
      'cannot-write',
      `The file ${name} has other names (hard links), which would keep the old content. Copy it first.`,
    );
  }
  return success({ path: real, stats });
}
