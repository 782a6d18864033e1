import { mkdirSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { join } from 'node:path';
import { DEMO_FILES } from './files';
import { makeDemoLog } from './logbook';

const folder = fileURLToPath(new URL('../public/demo', import.meta.url));
mkdirSync(folder, { recursive: true });
for (const [name, make] of Object.entries(DEMO_FILES)) {
  const text = make();
  writeFileSync(join(folder, name), text);
  console.log(
    `${name}: ${(text.length / 1e6).toFixed(2)} MB, ${text.split('\n').length - 1} lines`,
  );
}
writeFileSync(join(folder, 'logbook.json'), `${JSON.stringify(makeDemoLog())}\n`);
