import { runCommand } from './commands';

const done = await runCommand(process.argv.slice(2));
if (done !== null) {
  const { line, answer, code } = done;
  const text = line ?? JSON.stringify(answer, null, 1);
  // A program that calls this shows what went wrong, and not what went well.
  const out = line !== undefined && code !== 0 ? process.stderr : process.stdout;
  if (text !== '') out.write(`${text}\n`);
  process.exitCode = code;
}
