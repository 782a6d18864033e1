'use client';

import { useThree } from '@react-three/fiber';
import { useEffect, useMemo, useState } from 'react';
import {
  BufferAttribute,
  DoubleSide,
  GLSL3,
  InstancedBufferGeometry,
  InstancedInterleavedBuffer,
  InterleavedBufferAttribute,
  Mesh,
  ShaderMaterial,
  type DataTexture,
} from 'three';
import { ELEVATION_STRIDE } from '@/core/geometry/elevation';
import type { PrintClient } from '@/workers/print/printClient';

interface ElevationProps {
  readonly client: PrintClient;
  /** See `useLayerColours`. */
  readonly colours: DataTexture;
  /** How many times higher than wide it is drawn. */
  readonly stretch: number;
  /** Px per mm. */
  readonly scale: number;
}

/** The print from the front: each layer's runs as rectangles in its band's colour. */
export function Elevation({ client, colours, stretch, scale }: ElevationProps) {
  const invalidate = useThree((state) => state.invalidate);
  const [pieces, setPieces] = useState<Float32Array | null>(null);
  useEffect(() => {
    client.elevation().then(setPieces, () => {
      // The print was closed meanwhile.
    });
  }, [client]);
  const mesh = useMemo(() => pieces && elevationMesh(pieces, colours), [pieces, colours]);
  useEffect(() => {
    if (!mesh) return;
    // Uniforms are three's own mutable objects; this is how they are set.
    // eslint-disable-next-line react-hooks/immutability
    mesh.material.uniforms.stretch.value = stretch;
    mesh.material.uniforms.pxPerMm.value = scale * stretch;
    invalidate();
  }, [mesh, stretch, scale, invalidate]);
  useEffect(() => () => mesh?.geometry.dispose(), [mesh]);
  return mesh && <primitive object={mesh} />;
}

function elevationMesh(
  pieces: Float32Array,
  colours: DataTexture,
): Mesh<InstancedBufferGeometry, ShaderMaterial> {
  const geometry = new InstancedBufferGeometry();
  const corners = new Float32Array([0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0]);
  geometry.setAttribute('position', new BufferAttribute(corners, 3));
  geometry.setIndex([0, 1, 2, 0, 2, 3]);
  const runs = new InstancedInterleavedBuffer(pieces, ELEVATION_STRIDE);
  geometry.setAttribute('edges', new InterleavedBufferAttribute(runs, 4, 0));
  geometry.setAttribute('layer', new InterleavedBufferAttribute(runs, 1, 4));
  geometry.instanceCount = pieces.length / ELEVATION_STRIDE;
  const material = new ShaderMaterial({
    glslVersion: GLSL3,
    vertexShader: VERTEX,
    fragmentShader: FRAGMENT,
    uniforms: { colours: { value: colours }, stretch: { value: 1 }, pxPerMm: { value: 1 } },
    depthTest: false,
    depthWrite: false,
    side: DoubleSide,
  });
  const mesh = new Mesh(geometry, material);
  mesh.frustumCulled = false;
  mesh.renderOrder = 2;
  return mesh;
}

const VERTEX = /* glsl */ `
  in vec4 edges;
  in float layer;
  uniform float stretch;
  out float vUp;
  out float vHeight;
  flat out int vLayer;
  void main() {
    vHeight = edges.w - edges.z;
    vUp = position.y * vHeight;
    vLayer = int(layer + 0.5);
    vec2 at = vec2(mix(edges.x, edges.y, position.x), mix(edges.z, edges.w, position.y) * stretch);
    gl_Position = projectionMatrix * modelViewMatrix * vec4(at, 0.0, 1.0);
  }
`;

const FRAGMENT = /* glsl */ `
  uniform sampler2D colours;
  uniform float pxPerMm;
  in float vUp;
  in float vHeight;
  flat in int vLayer;
  out vec4 pixel;
  void main() {
    vec3 colour = texelFetch(colours, ivec2(vLayer & 255, vLayer >> 8), 0).rgb;
    // A seam between layers, once they are a few pixels high.
    float seam = step((vHeight - vUp) * pxPerMm, 1.0) * smoothstep(3.0, 6.0, vHeight * pxPerMm);
    pixel = vec4(mix(colour, colour * 0.6 + 0.1, seam * 0.6), 1.0);
  }
`;
