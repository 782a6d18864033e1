#!/usr/bin/env node
// Starts the command line. It is translated and compiled once, and again when its sources change: at each start
// that would take longer than most of its answers.
import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { Script } from 'node:vm';
import { CODE, PROGRAM } from './compile.mjs';

const script = new Script(`(function (require, __filename) {${readFileSync(PROGRAM, 'utf8')}\n})`, {
  filename: PROGRAM,
  ...(existsSync(CODE) && { cachedData: readFileSync(CODE) }),
});
// Another version of Node takes none of it, and leaves its own.
if (script.cachedDataRejected !== false) {
  process.once('exit', () => {
    const beside = `${CODE}.${process.pid}`;
    try {
      writeFileSync(beside, script.createCachedData());
      renameSync(beside, CODE);
    } catch {
      // Where nothing can be kept, every start takes a little longer.
    }
  });
}
script.runInThisContext()(createRequire(PROGRAM), PROGRAM);
