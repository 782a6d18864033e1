import {
  DataTexture,
  FloatType,
  NearestFilter,
  RGBAFormat,
  UnsignedByteType,
  type TypedArray,
} from 'three';

/** Layers per row of a texture that holds four numbers for each layer. */
const ROW = 256;

/** How shaders find a layer in such a texture. */
export const READ_LAYER = /* glsl */ `
  vec4 ofLayer(sampler2D layers, uint layer) {
    return texelFetch(layers, ivec2(int(layer & 255u), int(layer >> 8u)), 0);
  }
`;

/** An empty texture for layers 1 to `layerCount`; entry 0 stands before the first. */
export function layerTexture(layerCount: number, kind: 'bytes' | 'floats'): DataTexture {
  const rows = Math.ceil((layerCount + 1) / ROW);
  const size = ROW * rows * 4;
  const numbers: TypedArray = kind === 'bytes' ? new Uint8Array(size) : new Float32Array(size);
  const type = kind === 'bytes' ? UnsignedByteType : FloatType;
  const texture = new DataTexture(numbers, ROW, rows, RGBAFormat, type);
  texture.minFilter = texture.magFilter = NearestFilter;
  return texture;
}
