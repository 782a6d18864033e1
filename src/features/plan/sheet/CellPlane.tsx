'use client';

import { useThree } from '@react-three/fiber';
import { useEffect, useMemo } from 'react';
import { Mesh, PlaneGeometry, type ShaderMaterial } from 'three';
import type { Footprint } from '@/core/geometry/footprint';

interface CellPlaneProps {
  readonly footprint: Footprint;
  readonly material: ShaderMaterial;
  readonly order: number;
}

/** A rectangle that covers the footprint exactly. */
export function CellPlane({ footprint, material, order }: CellPlaneProps) {
  const invalidate = useThree((state) => state.invalidate);
  const mesh = useMemo(() => {
    const { originX, originY, columns, rows, cellMm } = footprint;
    const [width, height] = [columns * cellMm, rows * cellMm];
    const made = new Mesh(new PlaneGeometry(width, height), material);
    made.position.set(originX + width / 2, originY + height / 2, 0);
    made.renderOrder = order;
    made.frustumCulled = false;
    return made;
  }, [footprint, material, order]);
  useEffect(() => {
    invalidate();
    return () => mesh.geometry.dispose();
  }, [mesh, invalidate]);
  return <primitive object={mesh} />;
}
