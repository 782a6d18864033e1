import { createRoot, extend, type ReconcilerRoot } from '@react-three/fiber';
import type { ReactNode } from 'react';
import { Group } from 'three';
import { keepSheet } from './keptSheet';

/** Where the sheet is drawn by WebGL. */
interface SheetStage {
  readonly canvas: HTMLCanvasElement;
  readonly root: ReconcilerRoot<HTMLCanvasElement>;
}

interface Size {
  readonly width: number;
  readonly height: number;
}

extend({ Group });

/**
 * There is one, and it stays while other stations are shown: starting WebGL and translating the shaders takes
 * longer than all else of the Plan station.
 */
let stage: SheetStage | null = null;
/** Of the job that is open; it stays on the stage while its sheet is not shown. */
let drawn: { readonly size: Size; readonly scene: ReactNode } | null = null;

/** Whether a sheet is there that only has to be shown. */
export function isOnStage(): boolean {
  return drawn !== null && stage !== null;
}

/**
 * The stage's canvas, which whoever shows it puts on the page.
 * @throws where the browser cannot start WebGL.
 */
export function takeStage(): HTMLCanvasElement {
  if (stage?.canvas.getContext('webgl2')?.isContextLost()) {
    stage.root.unmount();
    stage = null;
  }
  if (!stage) {
    const canvas = document.createElement('canvas');
    canvas.style.display = 'block';
    stage = { canvas, root: createRoot(canvas) };
    keepSheet(clearStage);
  }
  return stage.canvas;
}

/** Draws the sheet, and goes on drawing it with every change. */
export function drawOnStage(size: Size, scene: ReactNode): void {
  drawn = { size, scene };
  if (!stage) return;
  configure(stage, size, 'demand');
  stage.root.render(scene).getState().invalidate();
}

/** Takes the canvas off the page; what it shows stays, and stands still. */
export function leaveStage(): void {
  stage?.canvas.remove();
  if (stage && drawn) configure(stage, drawn.size, 'never');
}

/** Lets go of what is drawn. */
export function clearStage(): void {
  drawn = null;
  stage?.root.render(null);
}

function configure({ root }: SheetStage, size: Size, frameloop: 'demand' | 'never'): void {
  root
    .configure({
      orthographic: true,
      frameloop,
      dpr: [1, 2],
      flat: true,
      gl: { antialias: true },
      size: { ...size, top: 0, left: 0 },
    })
    .catch(() => {
      // Rendering throws the same.
    });
}
