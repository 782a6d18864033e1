// Translates assembly/raster.ts into the module that core carries: `npm run kernel`.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './lib/install.mjs';
import { rasterModule } from './lib/rasterModule.mjs';

const text = await rasterModule();
writeFileSync(
  join(ROOT, 'src/core/geometry/raster/rasterModule.ts'),
  `/** assembly/raster.ts as a WebAssembly module, in base64 without padding. Made by \`npm run kernel\`. */\nexport const RASTER_MODULE =\n  '${text}';\n`,
);
console.log(`The module has ${Math.floor((text.length * 3) / 4)} bytes.`);
