'use client';

import { useThree } from '@react-three/fiber';
import { useCallback, useEffect, useLayoutEffect, useMemo } from 'react';
import type { DataTexture } from 'three';
import type { OpenedJob } from '@/base/job/jobContext';
import { layerTexture } from '@/base/pictures/layerTexture';
import type { MovedJob } from '@/base/work/movedJob';
import { useFollowing } from '@/base/work/useFollowing';

/**
 * The colour of every layer as a small texture. The pictures of the finished print look colours up
 * in it, so that another plan costs a few kilobytes and not a new picture.
 * @param job whose plan is shown; a swap that is dragged is followed.
 * @param coloursOf `#rrggbb` by layer; entry 0 is left clear.
 */
export function useLayerColours(
  job: OpenedJob,
  coloursOf: (job: MovedJob) => readonly string[],
): DataTexture {
  const invalidate = useThree((state) => state.invalidate);
  const colours = useMemo(() => coloursOf(job), [coloursOf, job]);
  const layerCount = colours.length - 1;
  const texture = useMemo(() => layerTexture(layerCount, 'bytes'), [layerCount]);
  useEffect(() => () => texture.dispose(), [texture]);
  const paint = useCallback(
    (now: readonly string[]): void => {
      fillColours(texture.image.data as Uint8Array, now);
      // The texture is three's own mutable object; this is how it is sent again.
      // eslint-disable-next-line react-hooks/immutability
      texture.needsUpdate = true;
      invalidate();
    },
    [texture, invalidate],
  );
  useLayoutEffect(() => paint(colours), [paint, colours]);
  useFollowing(job, (moved) => paint(coloursOf(moved)));
  return texture;
}

/** Writes each layer's colour as RGBA, four bytes a layer. */
function fillColours(pixels: Uint8Array, colours: readonly string[]): void {
  for (let layer = 1; layer < colours.length; layer++) {
    const rgb = parseInt(colours[layer].slice(1), 16);
    pixels[layer * 4] = rgb >> 16;
    pixels[layer * 4 + 1] = (rgb >> 8) & 255;
    pixels[layer * 4 + 2] = rgb & 255;
    pixels[layer * 4 + 3] = 255;
  }
}
