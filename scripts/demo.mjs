// Installs what is missing, builds, and starts Lamella with the demo data.
import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { installPackages, ROOT, run } from './lib/install.mjs';

const port = process.env.PORT ?? '4310';
installPackages();
if (!existsSync(`${ROOT}/public/demo/hide-plate-7.gcode`)) {
  if (run('npm', ['run', '--silent', 'demo:make']) !== 0) process.exit(1);
}
if (run('npm', ['run', '--silent', 'build']) !== 0) process.exit(1);

const server = spawn('node_modules/.bin/next', ['start', '-H', '127.0.0.1', '-p', port], {
  cwd: ROOT,
  stdio: ['ignore', 'pipe', 'inherit'],
  env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' },
});
server.stdout.on('data', (chunk) => {
  if (String(chunk).includes('Ready')) {
    console.log(
      `\nLamella is at http://127.0.0.1:${port} with the demo job on the Bench. Ctrl+C stops it.`,
    );
  }
});
server.on('exit', (code) => process.exit(code ?? 0));
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
