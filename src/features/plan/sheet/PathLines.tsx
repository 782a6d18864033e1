'use client';

import { useEffect, useMemo } from 'react';
import { useThree } from '@react-three/fiber';
import {
  Color,
  InstancedBufferGeometry,
  InstancedInterleavedBuffer,
  InterleavedBufferAttribute,
  BufferAttribute,
  Mesh,
  type OrthographicCamera,
  ShaderMaterial,
} from 'three';
import { PATH_STRIDE } from '@/core/geometry/paths';

interface PathLinesProps {
  /** Five numbers a line: x0, y0, x1, y1 in mm, width in mm. */
  readonly paths: Float32Array;
  readonly colour: string;
  readonly opacity: number;
  /** Colour of the outline that sets pale lines off from a pale sheet, and dark ones from a dark one. */
  readonly outline?: string;
  /** Drawing order: higher lies on top. The lines take this one and the next. */
  readonly order: number;
}

/** How far the outline reaches beyond the lines, screen px. */
const OUTLINE_PX = 1;

/**
 * Printed lines at their true width. Each line is one rectangle; which of its pixels belong to
 * the line with its round ends is decided by distance, so that edges stay crisp at any zoom.
 */
export function PathLines({ paths, colour, opacity, outline, order }: PathLinesProps) {
  const invalidate = useThree((state) => state.invalidate);
  const geometry = useMemo(() => lineGeometry(paths), [paths]);
  const meshes = useMemo(
    () => [
      ...(outline ? [lineMesh(geometry, lineMaterial(outline, 0.6), OUTLINE_PX, order)] : []),
      lineMesh(geometry, lineMaterial(colour, opacity), 0, order + 1),
    ],
    [geometry, colour, outline, opacity, order],
  );

  useEffect(() => {
    invalidate();
    return () => geometry.dispose();
  }, [geometry, invalidate]);
  useEffect(() => invalidate(), [meshes, invalidate]);

  return meshes.map((mesh) => <primitive key={mesh.renderOrder} object={mesh} />);
}

/** The lines, each grown by `growPx` screen px to every side. */
function lineMesh(
  geometry: InstancedBufferGeometry,
  material: ShaderMaterial,
  growPx: number,
  order: number,
): Mesh<InstancedBufferGeometry, ShaderMaterial> {
  const mesh = new Mesh(geometry, material);
  mesh.frustumCulled = false;
  mesh.renderOrder = order;
  mesh.onBeforeRender = (_renderer, _scene, camera) => {
    material.uniforms.grow.value = growPx / (camera as OrthographicCamera).zoom;
    material.uniformsNeedUpdate = true;
  };
  return mesh;
}

function lineGeometry(paths: Float32Array): InstancedBufferGeometry {
  const geometry = new InstancedBufferGeometry();
  const corners = new Float32Array([-1, -1, 0, 1, -1, 0, 1, 1, 0, -1, 1, 0]);
  geometry.setAttribute('position', new BufferAttribute(corners, 3));
  geometry.setIndex([0, 1, 2, 0, 2, 3]);
  const lines = new InstancedInterleavedBuffer(paths, PATH_STRIDE);
  geometry.setAttribute('ends', new InterleavedBufferAttribute(lines, 4, 0));
  geometry.setAttribute('lineWidth', new InterleavedBufferAttribute(lines, 1, 4));
  geometry.instanceCount = paths.length / PATH_STRIDE;
  return geometry;
}

const VERTEX = /* glsl */ `
  attribute vec4 ends;
  attribute float lineWidth;
  uniform float grow;
  varying vec2 vAlong;
  varying float vLength;
  varying float vRadius;
  void main() {
    vec2 swept = ends.zw - ends.xy;
    float len = length(swept);
    vec2 u = len > 0.0 ? swept / len : vec2(1.0, 0.0);
    float r = lineWidth * 0.5 + grow;
    float along = position.x < 0.0 ? -r : len + r;
    float across = position.y * r;
    vAlong = vec2(along, across);
    vLength = len;
    vRadius = r;
    vec2 at = ends.xy + u * along + vec2(-u.y, u.x) * across;
    gl_Position = projectionMatrix * modelViewMatrix * vec4(at, 0.0, 1.0);
  }
`;

const FRAGMENT = /* glsl */ `
  uniform vec3 colour;
  uniform float opacity;
  varying vec2 vAlong;
  varying float vLength;
  varying float vRadius;
  void main() {
    float beyond = max(max(-vAlong.x, vAlong.x - vLength), 0.0);
    float d = length(vec2(beyond, vAlong.y)) / vRadius;
    float soft = fwidth(d);
    float inside = 1.0 - smoothstep(1.0 - soft, 1.0, d);
    if (inside <= 0.0) discard;
    // A darker rim sets neighbouring lines apart, once they are wide enough on the screen.
    float rim = smoothstep(0.55, 1.0, d) * (1.0 - smoothstep(0.25, 0.6, soft));
    gl_FragColor = vec4(mix(colour, colour * 0.55 + 0.02, rim), inside * opacity);
  }
`;

function lineMaterial(colour: string, opacity: number): ShaderMaterial {
  // The colour is meant as it stands on the screen, so it is not taken to linear light.
  const value = new Color().setStyle(colour, '');
  return new ShaderMaterial({
    vertexShader: VERTEX,
    fragmentShader: FRAGMENT,
    uniforms: { colour: { value }, opacity: { value: opacity }, grow: { value: 0 } },
    transparent: true,
    depthTest: false,
    depthWrite: false,
  });
}
