import { mkdirSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { join } from 'node:path';
import { makeHidePlate } from './jobs/hidePlate';

const FILES: Readonly<Record<string, () => string>> = {
  'hide-plate-7.gcode': makeHidePlate,
};

const folder = fileURLToPath(new URL('../public/demo', import.meta.url));
mkdirSync(folder, { recursive: true });
for (const [name, make] of Object.entries(FILES)) {
  const text = make();
  writeFileSync(join(folder, name), text);
  console.log(
    `${name}: ${(text.length / 1e6).toFixed(2)} MB, ${text.split('\n').length - 1} lines`,
  );
}
