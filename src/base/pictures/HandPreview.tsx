'use client';

import { useEffect, useMemo, useRef } from 'react';
import { pictureColours } from './pictureColours';
import { pictureMesh } from '@/core/geometry/mesh/pictureMesh';
import type { PrintPicture } from '@/core/geometry/picture';
import type { JobPlan } from '@/core/plan/jobPlan';
import type { Job } from '@/store/records/records';
import { HandScene } from './HandScene';
import type { HandPaint } from './handPaint';
import { FIRST_VIEW } from './handView';

interface HandPreviewProps {
  readonly job: Pick<Job, 'layers' | 'height' | 'bounds'>;
  readonly picture: PrintPicture;
  readonly plan: JobPlan | null;
}

/** Degrees to each side, and ms for there and back. */
const SWING = 22;
const PERIOD = 6000;

/** A job's print in the hand, from its small picture, swaying a little so that its shape is seen. */
export default function HandPreview({ job, picture, plan }: HandPreviewProps) {
  const frame = useRef<HTMLDivElement>(null);
  const thing = useMemo(
    () => pictureMesh(picture, job.layers, job.height, job.bounds ?? null),
    [picture, job.layers, job.height, job.bounds],
  );
  const paint = useMemo(() => paintOf(picture, plan, job.layers), [picture, plan, job.layers]);
  useEffect(() => {
    const box = frame.current;
    if (!box) return;
    const canvas = document.createElement('canvas');
    canvas.className = 'size-full';
    canvas.setAttribute('aria-hidden', 'true');
    box.append(canvas);
    const { shownTop, ...rest } = thing;
    const scene = new HandScene(canvas, { ...rest, ...(shownTop && { shownTop }) });
    scene.resize(box.clientWidth, box.clientHeight, Math.min(2, devicePixelRatio));
    scene.paint(paint);
    scene.turn(FIRST_VIEW);
    const calm = matchMedia('(prefers-reduced-motion: reduce)').matches;
    let frameId = 0;
    const from = performance.now();
    const sway = (now: number): void => {
      const angle = SWING * Math.sin(((now - from) / PERIOD) * 2 * Math.PI);
      scene.turn({ ...FIRST_VIEW, round: FIRST_VIEW.round + angle });
      frameId = requestAnimationFrame(sway);
    };
    if (!calm) frameId = requestAnimationFrame(sway);
    return () => {
      cancelAnimationFrame(frameId);
      scene.end();
      canvas.remove();
    };
  }, [thing, paint]);
  return <div ref={frame} className="absolute inset-0 bg-sheet" />;
}

function paintOf(picture: PrintPicture, plan: JobPlan | null, layerCount: number): HandPaint {
  const colourOf = pictureColours(picture, plan, layerCount);
  const { sections } = picture;
  const count = sections?.length ?? layerCount;
  const shown = ['', ...Array.from({ length: count }, (_, i) => colourOf(i + 1))];
  if (!sections) return { above: shown, below: shown, walls: shown, partOf: null };
  const parts = [...new Set(sections.map(({ part }) => part))].slice(0, 255);
  const walls = parts.flatMap((name) => {
    // Below its first section a part stands on what the print begins with.
    const own = new Array<string>(layerCount + 1).fill(shown[1]);
    sections.forEach(({ part, layer }, i) => {
      if (part === name) own[layer] = shown[i + 1];
    });
    return own;
  });
  const partOf = [0, ...sections.map(({ part }) => Math.max(0, parts.indexOf(part)))];
  return { above: shown, below: shown, walls, partOf };
}
