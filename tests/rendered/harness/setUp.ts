import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { makeSeeds } from '../../e2e/harness/makeSeeds';
import { bundleScripts } from './bundle';

/** Bundles the application once for all tests, and reads the demo's files. Returns how to tidy up. */
export default async function setUp(): Promise<() => void> {
  const folder = mkdtempSync(join(tmpdir(), 'lamella-rendered-'));
  const scripts = join(folder, 'scripts.json');
  const seeds = join(folder, 'seeds.json');
  writeFileSync(scripts, JSON.stringify(await bundleScripts()));
  writeFileSync(seeds, JSON.stringify(await makeSeeds()));
  Object.assign(process.env, { RENDERED_SCRIPTS: scripts, E2E_SEEDS: seeds });
  return () => rmSync(folder, { recursive: true });
}
