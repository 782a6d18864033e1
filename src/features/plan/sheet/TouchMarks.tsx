'use client';

import { useThree } from '@react-three/fiber';
import { useEffect, useMemo } from 'react';
import { Color, DoubleSide, Group, Mesh, MeshBasicMaterial, RingGeometry } from 'three';
import { useThemeColours } from '@/browser/useThemeColours';
import { ORDERS } from '@/core/order/ordering';
import type { OpenedJob } from '@/base/job/jobContext';
import { useRestingView } from '@/store/plans/resting';

/** Radius and width of a mark, screen px. */
const RADIUS = 12;
const WIDTH = 3.5;
/** Most marks in a layer: the deepest. */
const MOST = 12;

/** Where, in the shown layer, the nozzle would come to what stands higher in the plan's order. */
export function TouchMarks({ job, scale }: { job: OpenedJob; scale: number }) {
  const invalidate = useThree((state) => state.invalidate);
  const { ends } = useThemeColours();
  const layer = useRestingView((state) => state.layer);
  const { parts, plan, reading } = job;
  const places = useMemo(() => {
    const choice = parts.answer?.choices[ORDERS.indexOf(plan.order)];
    if (!choice?.ok) return [];
    const here = choice.value.touches.filter(({ low }) => reading.sections[low].layer === layer);
    return here.slice(0, MOST).map(({ at }) => at);
  }, [parts, plan.order, reading, layer]);
  const group = useMemo(() => {
    const made = new Group();
    const ring = new RingGeometry((RADIUS - WIDTH) / scale, RADIUS / scale, 32);
    const colour = new Color().setStyle(ends, '');
    const ink = new MeshBasicMaterial({
      color: colour,
      side: DoubleSide,
      depthTest: false,
      // Lines are drawn with the transparent things; marks lie over them.
      transparent: true,
    });
    for (const { x, y } of places) {
      const mark = new Mesh(ring, ink);
      mark.position.set(x, y, 0);
      mark.renderOrder = 6;
      made.add(mark);
    }
    made.userData = { ring };
    return made;
  }, [places, scale, ends]);
  useEffect(() => {
    invalidate();
    return () => {
      const { ring } = group.userData as { ring: RingGeometry };
      ring.dispose();
    };
  }, [group, invalidate]);
  return <primitive object={group} />;
}
