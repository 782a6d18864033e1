export function kernelModule(name: 'raster' | 'quickLines'): Promise<string>;
