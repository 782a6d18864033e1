/** A filled square with its corner at (x, y), in relative extrusion, at the height the nozzle has. */
export function square(x: number, y = 20, side = 8): string {
  const lines = [`G0 X${x} Y${y}`];
  for (let row = 0; row <= side; row++)
    lines.push(`G1 X${x + (row % 2 ? 0 : side)} E0.4`, `G1 Y${y + row} E0.02`);
  return `${lines.join('\n')}\n`;
}

/** Squares at the given heights, one on the other. */
export function tower(zs: readonly number[], x: number, y = 20, side = 8): string {
  return zs.map((z) => `G0 Z${z}\n${square(x, y, side)}`).join('');
}
