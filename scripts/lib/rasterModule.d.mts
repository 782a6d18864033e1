export function rasterModule(): Promise<string>;
