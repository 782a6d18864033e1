// The quick part of what must hold: lint and types side by side, then the unit tests.
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

const [lint, types] = await Promise.all([holds('lint'), holds('types')]);
const unit = await holds('unit');
process.exit(lint && types && unit ? 0 : 1);
