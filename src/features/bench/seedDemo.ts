import { someNavigator } from '@/workers/someNavigator';
import { isDemoSeeded } from '@/store/jobs/jobs';
import { DEMO_JOBS, demoPlan } from './demoJobs';
import type { StartImport } from '@/base/files/importFile';

/** Puts the demo's jobs on the Bench, each once, whichever tab is the first. */
export async function seedDemo(start: StartImport): Promise<void> {
  const { locks } = someNavigator();
  // Without locks, as over plain HTTP from another machine, two tabs could both bring them.
  if (locks) await locks.request('lamella-demo', () => seed(start));
  else await seed(start);
}

async function seed(start: StartImport): Promise<void> {
  const now = Date.now();
  for (const [i, demo] of DEMO_JOBS.entries()) {
    const { fileName, name } = demo;
    if (await isDemoSeeded(fileName)) continue;
    const response = await fetch(`/demo/${fileName}`);
    if (!response.ok) continue;
    await start(await response.blob(), fileName, {
      name,
      planFor: (fingerprint) => demoPlan(demo, fingerprint),
      isDemo: true,
      addedAt: now - i,
    });
  }
}
