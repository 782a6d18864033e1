// The quick part of what must hold: lint beside format and types, then the unit tests.
import { spawn } from 'node:child_process';
import { installPackages, ROOT } from './lib/install.mjs';

installPackages();

/** Runs an npm script; answers whether it holds. What it has to say comes in one piece. */
function holds(script) {
  return new Promise((resolve) => {
    const child = spawn('npm', ['run', '--silent', script], {
      cwd: ROOT,
      stdio: ['ignore', 'pipe', 'pipe'],
      env: { ...process.env, NO_COLOR: '1' },
    });
    const said = [];
    child.stdout.on('data', (chunk) => said.push(chunk));
    child.stderr.on('data', (chunk) => said.push(chunk));
    child.on('close', (code) => {
      console.log(`— ${script}: ${code === 0 ? 'holds' : 'does not hold'}`);
      if (code !== 0 || script === 'unit') console.log(Buffer.concat(said).toString());
      resolve(code === 0);
    });
  });
}

/** Runs scripts one after the other. */
async function allHold(...scripts) {
  let all = true;
  for (const script of scripts) all = (await holds(script)) && all;
  return all;
}

// Lint takes as long as the two others; the unit tests want all cores.
const quick = await Promise.all([allHold('lint'), allHold('format', 'types')]);
const unit = await holds('unit');
process.exit(quick.every(Boolean) && unit ? 0 : 1);
