// Draws the icons for a browser's list of programs from src/app/icon.svg.
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, startBrowser } from '../tests/e2e/harness/app';

const svg = readFileSync(join(ROOT, 'src/app/icon.svg'), 'utf8');
const folder = join(ROOT, 'public/icons');
mkdirSync(folder, { recursive: true });
const browser = await startBrowser({ webGl: false });
const page = await browser.newPage();

/** @param inset margin on each side, as a share: round masks cut the corners off. */
async function draw(name: string, size: number, inset: number): Promise<void> {
  await page.setViewport({ width: size, height: size });
  const background = inset > 0 ? '#f2ede1' : 'transparent';
  await page.setContent(
    `<body style="margin:0;background:${background}"><div style="padding:${inset * size}px">${svg.replace(
      '<svg',
      `<svg width="${size * (1 - 2 * inset)}" height="${size * (1 - 2 * inset)}" style="display:block"`,
    )}</div>`,
  );
  const path = join(folder, name) as `${string}.png`;
  await page.screenshot({ path, omitBackground: inset === 0 });
}

await draw('192.png', 192, 0);
await draw('512.png', 512, 0);
await draw('maskable-512.png', 512, 0.12);
await draw('32.png', 32, 0);
await browser.close();

// An old-style icon is a list of pictures, and a picture may be a PNG.
const png = readFileSync(join(folder, '32.png'));
const head = Buffer.alloc(22);
head.writeUInt16LE(1, 2);
head.writeUInt16LE(1, 4);
head.set([32, 32, 0, 0, 1, 0, 32, 0], 6);
head.writeUInt32LE(png.length, 14);
head.writeUInt32LE(head.length, 18);
writeFileSync(join(ROOT, 'public/favicon.ico'), Buffer.concat([head, png]));
