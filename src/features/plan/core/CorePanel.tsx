'use client';

import { useEffect, useMemo, useRef } from 'react';
import type { ActionContext } from '@/actions/action';
import { useSize } from '@/components/useSize';
import { useThemeColours } from '@/components/useThemeColours';
import { describeLayer, formatMm } from '@/core/format';
import { bottomOf } from '@/core/gcode/layers';
import type { Reading } from '@/core/gcode/reading';
import type { Step } from '@/core/geometry/steps';
import type { Band } from '@/core/plan/bands';
import type { JobPlan } from '@/core/plan/jobPlan';
import { showLayer, useViewStore } from '@/store/viewStore';
import { ActionButton } from '@/features/job/ActionButton';
import { coreScale, layerAtHeight, layerTicks } from './coreScale';
import { drawCore } from './drawCore';
import { SwapFlags } from './SwapFlags';
import { useLayerWheel } from './useLayerWheel';

interface CorePanelProps {
  readonly reading: Reading;
  readonly steps: readonly Step[];
  readonly plan: JobPlan;
  readonly bands: readonly Band[];
  readonly context: ActionContext;
}

/** Columns of the panel, px: height ruler, notches, the core itself; the rest is for flags. */
const NOTCH_LEFT = 38;
const CORE_LEFT = 80;
const CORE_WIDTH = 106;
const CORE_RIGHT = CORE_LEFT + CORE_WIDTH;

/** The print as a drilled core: scrub it, see its steps, and keep its swaps. */
export function CorePanel({ reading, steps, plan, bands, context }: CorePanelProps) {
  const { layers } = reading;
  const shown = layers[useViewStore((state) => state.layer) - 1] ?? layers[0];
  const board = useRef<HTMLDivElement>(null);
  const { height } = useSize(board);
  const topZ = useMemo(() => layers.reduce((top, layer) => Math.max(top, layer.z), 0), [layers]);
  const scale = useMemo(() => coreScale(topZ, height), [topZ, height]);
  useLayerWheel(board);

  return (
    <section
      aria-label="Core"
      className="flex min-h-105 flex-col border-line bg-panel lg:min-h-0 lg:border-r"
    >
      <div className="flex items-center gap-1 px-4 pt-3 pb-2">
        <h2 className="mr-auto text-base font-semibold">Core</h2>
        <ActionButton actionId="previous-step" context={context} />
        <ActionButton actionId="next-step" context={context} />
      </div>
      <div className="flex justify-between px-4 text-xs text-muted">
        <span>mm</span>
        <span>layer</span>
      </div>
      <div ref={board} className="relative min-h-0 flex-1 overflow-hidden select-none">
        {height > 0 && (
          <>
            <Rulers ticks={scale.ticks} y={scale.y} layers={reading.layers} height={height} />
            <div
              role="slider"
              tabIndex={0}
              aria-label="Layer"
              aria-orientation="vertical"
              aria-valuemin={1}
              aria-valuemax={layers.length}
              aria-valuenow={shown.number}
              aria-valuetext={describeLayer(shown)}
              className="absolute inset-y-0 cursor-ns-resize touch-none"
              style={{ left: CORE_LEFT, width: CORE_WIDTH }}
              onPointerDown={(event) => {
                event.currentTarget.setPointerCapture(event.pointerId);
                showLayer(layerAtHeight(layers, scale.z(rowOf(event))).number);
              }}
              onPointerMove={(event) => {
                if (event.buttons === 0) return;
                showLayer(layerAtHeight(layers, scale.z(rowOf(event))).number);
              }}
            >
              <CoreCanvas layers={layers} bands={bands} scale={scale} height={height} />
            </div>
            <ShownMark top={scale.y(shown.z)} bottom={scale.y(bottomOf(shown))} />
            {steps.map((step) => (
              <StepNotch key={step.layer} step={step} y={scale.y(step.z)} />
            ))}
            <SwapFlags
              layers={layers}
              steps={steps}
              plan={plan}
              scale={scale}
              left={CORE_LEFT}
              width={CORE_WIDTH}
              height={height}
            />
          </>
        )}
      </div>
    </section>
  );
}

function rowOf(event: React.PointerEvent): number {
  return event.clientY - event.currentTarget.getBoundingClientRect().top;
}

type CanvasProps = Pick<Parameters<typeof drawCore>[1], 'layers' | 'bands' | 'scale' | 'height'>;

function CoreCanvas({ layers, bands, scale, height }: CanvasProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { edge } = useThemeColours();
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!canvas.current || !context) return;
    const ratio = window.devicePixelRatio || 1;
    canvas.current.width = Math.round(CORE_WIDTH * ratio);
    canvas.current.height = Math.round(height * ratio);
    context.setTransform(ratio, 0, 0, ratio, 0, 0);
    drawCore(context, { layers, bands, scale, width: CORE_WIDTH, height, lineColour: edge });
  }, [layers, bands, scale, height, edge]);
  return <canvas ref={canvas} aria-hidden style={{ width: CORE_WIDTH, height }} />;
}

interface RulersProps {
  readonly ticks: readonly number[];
  readonly y: (z: number) => number;
  readonly layers: Reading['layers'];
  readonly height: number;
}

/** Heights at the left, layer numbers right of the core. */
function Rulers({ ticks, y, layers, height }: RulersProps) {
  return (
    <div aria-hidden className="text-xs text-muted">
      {ticks.map((z) => (
        <div
          key={z}
          className="absolute flex -translate-y-1/2 items-center"
          style={{ top: y(z), left: 0 }}
        >
          <span className="w-6 text-right">{z}</span>
          <span className="ml-1 h-px w-1.5 bg-edge" />
        </div>
      ))}
      {layerTicks(layers.length, height).map((number) => {
        const layer = layers[number - 1];
        return (
          <div
            key={number}
            className="absolute flex -translate-y-1/2 items-center"
            style={{ top: y((layer.z + bottomOf(layer)) / 2), left: CORE_RIGHT + 2 }}
          >
            <span className="mr-1 h-px w-2 bg-edge" />
            <span>{number}</span>
          </div>
        );
      })}
    </div>
  );
}

/** The layer shown in the sheet: a frame round its bar, wider than the widest one. */
function ShownMark({ top, bottom }: { top: number; bottom: number }) {
  return (
    <div
      aria-hidden
      className="pointer-events-none absolute rounded-sm border-2 border-accent"
      style={{
        top: top - 3,
        height: Math.max(1, bottom - top) + 6,
        left: CORE_LEFT - 7,
        width: CORE_WIDTH + 14,
      }}
    />
  );
}

/** A step: a notch at the core's left, with the share of the print that stays visible below it. */
function StepNotch({ step, y }: { step: Step; y: number }) {
  const percent = Math.round(step.share * 100);
  return (
    <button
      type="button"
      onClick={() => showLayer(step.layer)}
      aria-label={`Step: layer ${step.layer} starts at ${formatMm(step.z)} mm, ${percent} % of the surface stays below it`}
      className="absolute flex h-6 -translate-y-1/2 items-center rounded text-xs font-semibold text-ink hover:text-accent"
      style={{ top: y, left: NOTCH_LEFT, width: CORE_LEFT - NOTCH_LEFT - 2 }}
    >
      {percent}%
      <svg viewBox="0 0 10 12" className="ml-auto h-3 w-2.5 fill-accent" aria-hidden>
        <path d="M0 0 L10 6 L0 12 Z" />
      </svg>
    </button>
  );
}
