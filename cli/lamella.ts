import { runCommand } from './commands';

const done = await runCommand(process.argv.slice(2));
if (done !== null) {
  process.stdout.write(`${JSON.stringify(done.answer, null, 1)}\n`);
  process.exitCode = done.code;
}
