'use client';

import { useThree } from '@react-three/fiber';
import { useEffect, useMemo } from 'react';
import { Color, Vector2, type DataTexture } from 'three';
import { useThemeColours } from '@/browser/useThemeColours';
import type { Footprint } from '@/core/geometry/footprint';
import { CellPlane } from './CellPlane';
import { cellMaterial, cellTexture } from '@/base/pictures/cellTexture';

interface ChangeMarksProps {
  readonly footprint: Footprint;
  readonly layer: number;
}

/**
 * What changes between the layer below and this one: rising stripes where the layer below ends and
 * stays visible, falling stripes where this one begins with nothing under it.
 */
export function ChangeMarks({ footprint, layer }: ChangeMarksProps) {
  const invalidate = useThree((state) => state.invalidate);
  const { ends, begins } = useThemeColours();
  const material = useMemo(
    () =>
      cellMaterial(FRAGMENT, {
        highest: { value: cellTexture(footprint, footprint.top) },
        lowest: { value: cellTexture(footprint, footprint.low) },
        count: { value: new Vector2(footprint.columns, footprint.rows) },
        layer: { value: 1 },
        ends: { value: new Color().setStyle(ends, '') },
        begins: { value: new Color().setStyle(begins, '') },
      }),
    [footprint, ends, begins],
  );
  useEffect(
    () => () => {
      (material.uniforms.highest.value as DataTexture).dispose();
      (material.uniforms.lowest.value as DataTexture).dispose();
    },
    [material],
  );
  useEffect(() => {
    // Uniforms are three's own mutable objects; this is how they are set.
    // eslint-disable-next-line react-hooks/immutability
    material.uniforms.layer.value = layer;
    invalidate();
  }, [material, layer, invalidate]);
  return <CellPlane footprint={footprint} material={material} order={5} />;
}

const FRAGMENT = /* glsl */ `
  uniform usampler2D highest;
  uniform usampler2D lowest;
  uniform vec2 count;
  uniform float layer;
  uniform vec3 ends;
  uniform vec3 begins;
  in vec2 vCell;
  out vec4 pixel;

  float isAt(usampler2D cells, ivec2 at, float wanted) {
    return float(cellAt(cells, count, at)) == wanted ? 1.0 : 0.0;
  }
  float coverage(usampler2D cells, float wanted) {
    vec2 p = vCell - 0.5;
    ivec2 c = ivec2(floor(p));
    vec2 f = p - floor(p);
    return mix(
      mix(isAt(cells, c, wanted), isAt(cells, c + ivec2(1, 0), wanted), f.x),
      mix(isAt(cells, c + ivec2(0, 1), wanted), isAt(cells, c + ivec2(1, 1), wanted), f.x),
      f.y);
  }
  void main() {
    bool ending = layer > 1.0 && coverage(highest, layer - 1.0) > 0.5;
    bool beginning = layer > 1.0 && coverage(lowest, layer) > 0.5;
    float stripe = ending ? gl_FragCoord.x - gl_FragCoord.y : gl_FragCoord.x + gl_FragCoord.y;
    if (!(ending || beginning) || mod(stripe, 9.0) > 3.0) discard;
    pixel = vec4(ending ? ends : begins, 0.9);
  }
`;
