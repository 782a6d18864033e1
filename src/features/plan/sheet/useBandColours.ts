'use client';

import { useThree } from '@react-three/fiber';
import { useEffect, useMemo } from 'react';
import { DataTexture, NearestFilter, RGBAFormat, UnsignedByteType } from 'three';
import type { Band } from '@/core/plan/bands';

/** Layers per row of the texture. */
const ROW = 256;

/**
 * The colour of every layer as a small texture. The pictures of the finished print look colours up
 * in it, so that another plan costs a few kilobytes and not a new picture.
 */
export function useBandColours(bands: readonly Band[], layerCount: number): DataTexture {
  const invalidate = useThree((state) => state.invalidate);
  const texture = useMemo(() => {
    const rows = Math.ceil((layerCount + 1) / ROW);
    const made = new DataTexture(
      new Uint8Array(ROW * rows * 4),
      ROW,
      rows,
      RGBAFormat,
      UnsignedByteType,
    );
    made.minFilter = made.magFilter = NearestFilter;
    return made;
  }, [layerCount]);
  useEffect(() => () => texture.dispose(), [texture]);
  useEffect(() => {
    fillBandColours(texture.image.data as Uint8Array, bands);
    // The texture is three's own mutable object; this is how it is sent again.
    // eslint-disable-next-line react-hooks/immutability
    texture.needsUpdate = true;
    invalidate();
  }, [texture, bands, invalidate]);
  return texture;
}

/** Writes each layer's colour as RGBA, four bytes a layer; layer 0 stays clear. */
export function fillBandColours(pixels: Uint8Array, bands: readonly Band[]): void {
  for (const { first, last, filament } of bands) {
    const rgb = parseInt(filament.colour.slice(1), 16);
    for (let layer = first; layer <= last; layer++) {
      pixels[layer * 4] = rgb >> 16;
      pixels[layer * 4 + 1] = (rgb >> 8) & 255;
      pixels[layer * 4 + 2] = rgb & 255;
      pixels[layer * 4 + 3] = 255;
    }
  }
}
