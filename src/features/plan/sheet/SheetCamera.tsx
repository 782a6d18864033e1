'use client';

import { useThree } from '@react-three/fiber';
import { useLayoutEffect } from 'react';
import type { OrthographicCamera } from 'three';
import type { SheetView } from './sheetView';

/** Points the camera: `view` in mm, its scale in px per mm. */
export function SheetCamera({ view }: { view: SheetView }) {
  const camera = useThree((state) => state.camera) as OrthographicCamera;
  const invalidate = useThree((state) => state.invalidate);
  useLayoutEffect(() => {
    camera.position.set(view.x, view.y, 100);
    // The camera is three's own mutable object; this is how it is moved.
    // eslint-disable-next-line react-hooks/immutability
    camera.zoom = view.scale;
    camera.updateProjectionMatrix();
    invalidate();
  }, [camera, invalidate, view]);
  return null;
}
