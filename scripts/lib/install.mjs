import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

export const ROOT = fileURLToPath(new URL('../..', import.meta.url));

/** Runs a command with its output shown; returns its exit code. */
export function run(command, args, env = {}) {
  const result = spawnSync(command, args, {
    cwd: ROOT,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1', ...env },
  });
  return result.status ?? 1;
}

/** Installs the packages when they are missing or older than the lock file. */
export function installPackages() {
  const installed = `${ROOT}/node_modules/.package-lock.json`;
  if (existsSync(installed) && sameVersions(installed, `${ROOT}/package-lock.json`)) return;
  console.log('Installing packages…');
  const code = run('npm', ['ci', '--no-audit', '--no-fund']);
  if (code !== 0) {
    console.error('npm ci failed. Check the network and run the command again.');
    process.exit(code);
  }
}

/** Whether every installed package has the version that the lock file names. */
function sameVersions(installedFile, lockFile) {
  const packages = (file) => JSON.parse(readFileSync(file, 'utf8')).packages;
  const locked = packages(lockFile);
  const installed = packages(installedFile);
  return Object.entries(locked).every(
    ([name, { version, optional }]) =>
      name === '' || optional || installed[name]?.version === version,
  );
}

const CHROMIUM = '/usr/bin/chromium';

/** Where Chromium is; null when there is none. `CHROMIUM_PATH` names another one. */
export function chromiumPath() {
  const own = process.env.CHROMIUM_PATH;
  if (own) return own;
  return [CHROMIUM, '/usr/bin/chromium-browser'].find((path) => existsSync(path)) ?? null;
}

/**
 * Begins to install Chromium with apt when it can; other things go on meanwhile.
 * @returns what waits until it is there; where it cannot be, it says exactly what to run, and stops.
 */
export function installChromium() {
  const canInstall = process.getuid?.() === 0 && existsSync('/usr/bin/apt-get');
  if (chromiumPath() || !canInstall) return hasChromium;
  console.log('Installing Chromium…');
  const installing = spawn(
    'sh',
    ['-c', 'apt-get update -q >/dev/null && apt-get install -y -q chromium >/dev/null'],
    {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    },
  );
  const ended = new Promise((resolve) => installing.on('close', resolve));
  return () => ended.then(hasChromium);
}

function hasChromium() {
  if (chromiumPath()) return;
  console.error(
    [
      'The tests in the browser need Chromium, which is not on this machine. Run',
      '  sudo apt-get update && sudo apt-get install -y chromium',
      'or set CHROMIUM_PATH to a Chromium you have, and run npm test again.',
    ].join('\n'),
  );
  process.exit(1);
}
