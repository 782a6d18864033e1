'use client';

import { useThree } from '@react-three/fiber';
import { useEffect } from 'react';
import { useViewStore } from '@/store/plans/viewStore';

/** Lets an action save the sheet as it is, on the sheet's own ground. */
export function PictureTaker() {
  const get = useThree((state) => state.get);
  useEffect(() => {
    const takePicture = (): Promise<Blob | null> => {
      const { gl, scene, camera } = get();
      gl.render(scene, camera);
      const drawn = gl.domElement;
      const picture = document.createElement('canvas');
      picture.width = drawn.width;
      picture.height = drawn.height;
      const pen = picture.getContext('2d');
      if (!pen) return Promise.resolve(null);
      pen.fillStyle = getComputedStyle(document.documentElement).getPropertyValue('--sheet');
      pen.fillRect(0, 0, picture.width, picture.height);
      pen.drawImage(drawn, 0, 0);
      return new Promise((resolve) => picture.toBlob(resolve, 'image/png'));
    };
    useViewStore.setState({ takePicture });
    return () => useViewStore.setState({ takePicture: null });
  }, [get]);
  return null;
}
