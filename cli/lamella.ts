import { runCommand } from './commands';

/** Runs what the command line asks for, and answers by what it prints and its exit code. */
async function main(): Promise<void> {
  const done = await runCommand(process.argv.slice(2));
  if (done === null) return;
  const { line, answer, code } = done;
  const text = line ?? JSON.stringify(answer, null, 1);
  // A program that calls this shows what went wrong, and not what went well.
  const out = line !== undefined && code !== 0 ? process.stderr : process.stdout;
  if (text !== '') out.write(`${text}\n`);
  process.exitCode = code;
}

main().catch((error: unknown) => {
  console.error(error);
  process.exitCode = 1;
});
