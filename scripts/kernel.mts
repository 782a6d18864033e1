// Translates the sources in assembly/ into the modules that core carries: `npm run kernel`.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './lib/install.mjs';
import { kernelModule } from './lib/kernelModule.mjs';

const KERNELS = [
  { name: 'raster', constant: 'RASTER_MODULE', file: 'src/core/geometry/raster/rasterModule.ts' },
  {
    name: 'quickLines',
    constant: 'QUICK_LINES_MODULE',
    file: 'src/core/gcode/quick/quickLinesModule.ts',
  },
] as const;

for (const { name, constant, file } of KERNELS) {
  const text = await kernelModule(name);
  writeFileSync(
    join(ROOT, file),
    `/** assembly/${name}.ts as a WebAssembly module, in base64 without padding. Made by \`npm run kernel\`. */\nexport const ${constant} =\n  '${text}';\n`,
  );
  console.log(`${name}: ${Math.floor((text.length * 3) / 4)} bytes.`);
}
