// Installs what is missing, builds what has changed, and starts Lamella with the demo data. With `--home` it
// answers other devices of the home network too, by http and by https: see docs/home-network.md.
import { spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { createServer } from 'node:net';
import { networkInterfaces } from 'node:os';
import { join } from 'node:path';
import { buildChanged } from './lib/build.mjs';
import { installPackages, ROOT, run } from './lib/install.mjs';

const wanted = Number(process.env.PORT ?? 4310);
installPackages();
if (!existsSync(`${ROOT}/public/demo/hide-plate-7.gcode`)) {
  if (run('npm', ['run', '--silent', 'demo:make']) !== 0) process.exit(1);
}
if (buildChanged() !== 0) process.exit(1);

/** Whether nobody listens at a port of this machine. */
function isFree(port) {
  return new Promise((resolve) => {
    const server = createServer();
    server.once('error', () => resolve(false));
    server.listen(port, '127.0.0.1', () => server.close(() => resolve(true)));
  });
}

/** The first free port from a wanted one on. */
async function freePort(first) {
  for (let port = first; port < first + 100; port++) if (await isFree(port)) return port;
  console.error(`All ports from ${first} to ${first + 99} are taken. Set PORT to another one.`);
  return process.exit(1);
}

/** This machine's own addresses in the home network. */
const addresses = process.argv.includes('--home')
  ? Object.values(networkInterfaces())
      .flatMap((all) => all ?? [])
      .flatMap(({ family, internal, address }) => (family === 'IPv4' && !internal ? [address] : []))
  : [];
const isOpen = addresses.length > 0;
const names = [process.env.LAMELLA_HOSTS, ...addresses].filter(Boolean).join(',');
const port = await freePort(wanted);
if (port !== wanted) console.log(`Port ${wanted} is taken; Lamella takes ${port}.`);
const home = isOpen ? await openHome(port + 1) : null;
const server = spawn(
  process.execPath,
  [
    'node_modules/next/dist/bin/next',
    'start',
    '-H',
    isOpen ? '0.0.0.0' : '127.0.0.1',
    '-p',
    String(port),
  ],
  {
    cwd: ROOT,
    stdio: ['ignore', 'pipe', 'inherit'],
    env: {
      ...process.env,
      NEXT_TELEMETRY_DISABLED: '1',
      LAMELLA_HOSTS: names,
      ...(home && { LAMELLA_CERTIFICATE: home.path, LAMELLA_SECURE_PORT: String(home.port) }),
    },
  },
);
server.stdout.on('data', (chunk) => {
  if (String(chunk).includes('Ready')) {
    console.log(
      `\nLamella is at http://127.0.0.1:${port} with the demo jobs on the Bench. Ctrl+C stops it.`,
    );
    for (const address of addresses) {
      console.log(
        `Your network reaches it at https://${address}:${home.port}, and at http://${address}:${port} without notifications and offline use.`,
      );
    }
    if (home) {
      console.log(
        `How a phone trusts it: http://${addresses[0]}:${port}/home. Its certificate has the SHA-256 fingerprint\n${home.fingerprint}`,
      );
      if (home.isNew) console.log('The certificate is new: devices have to trust this one.');
    }
  }
});
/** Starts the https side of the home network at the first free port from one on; it hands on to the server. */
async function openHome(first) {
  const { homeCertificate, secureFront } = await import('./lib/home.mjs');
  const certificate = await homeCertificate(join(ROOT, '.home'), addresses);
  const securePort = await freePort(first);
  secureFront(certificate, () => port).listen(securePort, '0.0.0.0');
  return { ...certificate, port: securePort };
}

server.on('exit', (code) => process.exit(code ?? 0));
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal));
