'use client';

import { useEffect, useRef } from 'react';
import { useThemeColours } from '@/browser/useThemeColours';
import { CORE_WIDTH } from './corePlaces';
import { drawCore, type CoreDrawing } from './drawCore';

type CoreCanvasProps = Pick<
  CoreDrawing,
  'layers' | 'bands' | 'shares' | 'scale' | 'height' | 'widest'
>;

/** Drawn by the processor: for thin bars, redrawn with every move, that is the faster way. */
const SMALL_AND_OFTEN: CanvasRenderingContext2DSettings = { willReadFrequently: true };

/** The drawing of the core. */
export function CoreCanvas({ layers, bands, shares, scale, height, widest }: CoreCanvasProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { edge } = useThemeColours();
  useEffect(() => {
    const context = canvas.current?.getContext('2d', SMALL_AND_OFTEN);
    if (!canvas.current || !context) return;
    const ratio = window.devicePixelRatio || 1;
    canvas.current.width = Math.round(CORE_WIDTH * ratio);
    canvas.current.height = Math.round(height * ratio);
    context.setTransform(ratio, 0, 0, ratio, 0, 0);
    const width = CORE_WIDTH;
    drawCore(context, { layers, bands, shares, scale, width, height, widest, lineColour: edge });
  }, [layers, bands, shares, scale, height, widest, edge]);
  return <canvas ref={canvas} aria-hidden style={{ width: CORE_WIDTH, height }} />;
}
