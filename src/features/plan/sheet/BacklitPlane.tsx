'use client';

import { useThree } from '@react-three/fiber';
import { useEffect, useMemo } from 'react';
import { Vector2, type DataTexture, type ShaderMaterial } from 'three';
import { lampDepth, opticalDepths } from '@/core/filament/look';
import type { Layer } from '@/core/layers';
import type { Footprint } from '@/core/geometry/footprint';
import type { Band } from '@/core/plan/work/bands';
import { CellPlane } from './CellPlane';
import { cellMaterial, cellTexture } from '@/base/pictures/cellTexture';
import { layerTexture, READ_LAYER } from '@/base/pictures/layerTexture';

interface BacklitPlaneProps {
  readonly footprint: Footprint;
  readonly layers: readonly Layer[];
  /** Runs of layers, each in its main filament. */
  readonly bands: readonly Pick<Band, 'filament' | 'first' | 'last'>[];
}

/** The backlit print: light that comes through all layers of a place. */
export function BacklitPlane({ footprint, layers, bands }: BacklitPlaneProps) {
  const invalidate = useThree((state) => state.invalidate);
  const material = useMemo(
    () =>
      cellMaterial(FRAGMENT, {
        top: { value: cellTexture(footprint, footprint.top) },
        low: { value: cellTexture(footprint, footprint.low) },
        depths: { value: layerTexture(layers.length, 'floats') },
        count: { value: new Vector2(footprint.columns, footprint.rows) },
        lamp: { value: 0 },
      }),
    [footprint, layers],
  );
  useEffect(
    () => () => {
      const { top, low, depths } = material.uniforms;
      for (const { value } of [top, low, depths]) (value as DataTexture).dispose();
    },
    [material],
  );
  useEffect(() => {
    const depths = opticalDepths(bands, layers);
    lightUp(material, depths, lampDepth(footprint, depths));
    invalidate();
  }, [material, footprint, layers, bands, invalidate]);
  return <CellPlane footprint={footprint} material={material} order={2} />;
}

function lightUp({ uniforms }: ShaderMaterial, depths: Float32Array, lamp: number): void {
  const texture = uniforms.depths.value as DataTexture;
  (texture.image.data as Float32Array).set(depths);
  texture.needsUpdate = true;
  uniforms.lamp.value = lamp;
}

const FRAGMENT = /* glsl */ `
  ${READ_LAYER}
  uniform usampler2D top;
  uniform usampler2D low;
  uniform sampler2D depths;
  uniform vec2 count;
  uniform float lamp;
  in vec2 vCell;
  out vec4 pixel;

  /** Light through a cell, and 1 where something is printed. */
  vec4 lightAt(ivec2 at) {
    uint upper = cellAt(top, count, at);
    if (upper == 0u) return vec4(0.0);
    vec4 kept = ofLayer(depths, upper) - ofLayer(depths, cellAt(low, count, at) - 1u);
    return vec4(exp(lamp - kept.rgb), 1.0);
  }
  void main() {
    ivec2 here = ivec2(floor(vCell));
    if (cellAt(top, count, here) == 0u) discard;
    vec2 p = vCell - 0.5;
    ivec2 c = ivec2(floor(p));
    vec2 f = p - floor(p);
    vec4 sum = lightAt(c) * (1.0 - f.x) * (1.0 - f.y)
             + lightAt(c + ivec2(1, 0)) * f.x * (1.0 - f.y)
             + lightAt(c + ivec2(0, 1)) * (1.0 - f.x) * f.y
             + lightAt(c + ivec2(1, 1)) * f.x * f.y;
    vec3 light = clamp(sum.rgb / sum.a, 0.0, 1.0);
    vec3 shown = mix(12.92 * light, 1.055 * pow(light, vec3(1.0 / 2.4)) - 0.055, step(0.0031308, light));
    pixel = vec4(shown, 1.0);
  }
`;
