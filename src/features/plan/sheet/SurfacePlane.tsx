'use client';

import { useEffect, useMemo } from 'react';
import { Vector2, type DataTexture } from 'three';
import type { Footprint } from '@/core/geometry/footprint';
import { withoutSpecks } from '@/core/geometry/specks';
import { CellPlane } from './CellPlane';
import { cellMaterial, cellTexture } from '@/base/pictures/cellTexture';
import { READ_LAYER } from '@/base/pictures/layerTexture';

interface SurfacePlaneProps {
  readonly footprint: Footprint;
  /** The layer that shows in each cell. */
  readonly cells: Uint16Array;
  /** See `useLayerColours`. */
  readonly colours: DataTexture;
  /** 1 where higher layers are nearer to the eye, −1 where lower ones are. */
  readonly relief: 1 | -1;
}

/**
 * The finished surface in its colours. Between four cells the colour with the most weight wins, so
 * that edges run smoothly and stay crisp at any zoom; light from the upper left shows the relief.
 */
export function SurfacePlane({ footprint, cells, colours, relief }: SurfacePlaneProps) {
  const clean = useMemo(
    () => withoutSpecks(footprint, cells, (a, b) => (a - b) * relief > 0),
    [footprint, cells, relief],
  );
  const material = useMemo(
    () =>
      cellMaterial(FRAGMENT, {
        cells: { value: cellTexture(footprint, clean) },
        colours: { value: colours },
        count: { value: new Vector2(footprint.columns, footprint.rows) },
        relief: { value: relief },
      }),
    [footprint, clean, colours, relief],
  );
  useEffect(() => () => (material.uniforms.cells.value as DataTexture).dispose(), [material]);
  return <CellPlane footprint={footprint} material={material} order={2} />;
}

const FRAGMENT = /* glsl */ `
  ${READ_LAYER}
  uniform usampler2D cells;
  uniform sampler2D colours;
  uniform vec2 count;
  uniform float relief;
  in vec2 vCell;
  out vec4 pixel;

  vec4 colourOf(uint layer) {
    return ofLayer(colours, layer);
  }
  float same(vec4 a, vec4 b) {
    return all(equal(a, b)) ? 1.0 : 0.0;
  }
  /** The colour with the most weight among the four cells around a place. */
  vec4 winner(uvec4 around, vec2 f) {
    vec4 c00 = colourOf(around.x);
    vec4 c10 = colourOf(around.y);
    vec4 c01 = colourOf(around.z);
    vec4 c11 = colourOf(around.w);
    vec4 w = vec4((1.0 - f.x) * (1.0 - f.y), f.x * (1.0 - f.y), (1.0 - f.x) * f.y, f.x * f.y);
    vec4 sums = vec4(
      dot(w, vec4(1.0, same(c00, c10), same(c00, c01), same(c00, c11))),
      dot(w, vec4(same(c10, c00), 1.0, same(c10, c01), same(c10, c11))),
      dot(w, vec4(same(c01, c00), same(c01, c10), 1.0, same(c01, c11))),
      dot(w, vec4(same(c11, c00), same(c11, c10), same(c11, c01), 1.0)));
    vec4 best = c00;
    float most = sums.x;
    if (sums.y > most) { best = c10; most = sums.y; }
    if (sums.z > most) { best = c01; most = sums.z; }
    if (sums.w > most) { best = c11; most = sums.w; }
    return best;
  }
  void main() {
    vec2 p = vCell - 0.5;
    ivec2 c = ivec2(floor(p));
    uvec4 around = uvec4(
      cellAt(cells, count, c),
      cellAt(cells, count, c + ivec2(1, 0)),
      cellAt(cells, count, c + ivec2(0, 1)),
      cellAt(cells, count, c + ivec2(1, 1)));
    // Nearly everywhere all four are the same layer, and nothing has to be weighed.
    if (around == uvec4(around.x)) {
      if (around.x == 0u) discard;
      pixel = vec4(colourOf(around.x).rgb, 1.0);
      return;
    }
    vec4 best = winner(around, p - floor(p));
    if (best.a == 0.0) discard;
    ivec2 here = ivec2(floor(vCell));
    float rise = float(cellAt(cells, count, here + ivec2(1, -1)))
               - float(cellAt(cells, count, here + ivec2(-1, 1)));
    float shade = clamp(rise * relief * 0.25, -1.0, 1.0) * 0.16;
    pixel = vec4(best.rgb + shade, 1.0);
  }
`;
