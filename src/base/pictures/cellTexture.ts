import {
  DataTexture,
  DoubleSide,
  GLSL3,
  NearestFilter,
  RedIntegerFormat,
  ShaderMaterial,
  UnsignedShortType,
  type IUniform,
} from 'three';
import type { Footprint } from '@/core/geometry/footprint';

/** A grid of layer numbers as a texture of whole numbers. */
export function cellTexture({ columns, rows }: Footprint, cells: Uint16Array): DataTexture {
  const texture = new DataTexture(cells, columns, rows, RedIntegerFormat, UnsignedShortType);
  texture.internalFormat = 'R16UI';
  texture.minFilter = texture.magFilter = NearestFilter;
  texture.unpackAlignment = 1;
  texture.needsUpdate = true;
  return texture;
}

const VERTEX = /* glsl */ `
  uniform vec2 count;
  out vec2 vCell;
  void main() {
    vCell = uv * count;
    gl_Position = projectionMatrix * modelViewMatrix * vec4(position, 1.0);
  }
`;

/** What shaders over a grid share: reading a cell, with nothing outside. */
export const READ_CELL = /* glsl */ `
  precision highp usampler2D;
  uint cellAt(usampler2D cells, vec2 count, ivec2 at) {
    if (at.x < 0 || at.y < 0 || at.x >= int(count.x) || at.y >= int(count.y)) return 0u;
    return texelFetch(cells, at, 0).r;
  }
`;

/** A material that decides pixel by pixel from the cells around; `vCell` is the place in cells. */
export function cellMaterial(
  fragmentShader: string,
  uniforms: Record<string, IUniform>,
): ShaderMaterial {
  return new ShaderMaterial({
    glslVersion: GLSL3,
    vertexShader: VERTEX,
    fragmentShader: READ_CELL + fragmentShader,
    uniforms,
    transparent: true,
    depthTest: false,
    depthWrite: false,
    side: DoubleSide,
  });
}
