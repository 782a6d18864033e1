'use client';

import { Minus, Plus } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useSize } from '@/browser/useSize';
import { describeLayer } from '@/core/describeLayer';
import { ActionButton } from '@/base/job/ActionButton';
import { mainBands } from '@/core/plan/work/layerShares';
import { useRestingView } from '@/store/plans/resting';
import { revealInCore, showLayer, useViewStore } from '@/store/plans/viewStore';
import type { OpenedJob } from '@/base/job/jobContext';
import { CoreCanvas } from './CoreCanvas';
import { CoreOverview } from './CoreOverview';
import { CORE_LEFT, CORE_WIDTH } from './corePlaces';
import { coreScale, layerAtHeight, layersIn } from './coreScale';
import { CoreTable } from './CoreTable';
import { LayerHover } from './LayerHover';
import { Rulers } from './Rulers';
import { ShownMark } from './ShownMark';
import { StepNotch } from './StepNotch';
import { SwapMarks } from './SwapMarks';
import { useLayerWheel } from './useLayerWheel';

// Made once, so that their buttons are not redrawn with every change of the plan.
const MINUS = <Minus aria-hidden size={16} />;
const PLUS = <Plus aria-hidden size={16} />;

/** The print as a drilled core: scrub it, see its steps, and keep its swaps. */
export function CorePanel({ view }: { view: OpenedJob }) {
  const { reading, analysis, plan, bands, parts, actions } = view;
  const { layers } = reading;
  const shown = layers[useRestingView((state) => state.layer) - 1] ?? layers[0];
  const span = useViewStore((state) => state.coreSpan);
  const board = useRef<HTMLDivElement>(null);
  const { height } = useSize(board);
  const [hovered, setHovered] = useState<{ layer: number; y: number } | null>(null);
  const topZ = useMemo(() => layers.reduce((top, layer) => Math.max(top, layer.z), 0), [layers]);
  const widest = useMemo(
    () => layers.reduce((m, { spanMm2 }) => Math.max(m, spanMm2), 1),
    [layers],
  );
  const main = useMemo(
    () => mainBands({ reading, bands, plan, wishes: parts.wishes }),
    [reading, bands, plan, parts],
  );
  const scale = useMemo(() => coreScale(topZ, height, span ?? undefined), [topZ, height, span]);
  const visible = useMemo(() => layersIn(layers, scale, height), [layers, scale, height]);
  useLayerWheel(board, (row) => scale.z(row) / topZ);
  useEffect(() => revealInCore(shown.z / topZ), [shown, topZ]);

  const layerUnder = (event: React.PointerEvent): number =>
    layerAtHeight(layers, scale.z(rowOf(event))).number;

  return (
    <section
      aria-label="Core"
      data-tour="core"
      className="flex min-h-105 flex-col bg-panel lg:min-h-0"
    >
      <Heading actions={actions} />
      <div ref={board} className="relative min-h-0 flex-1 overflow-hidden select-none">
        {height > 0 && (
          <>
            <CoreOverview layers={layers} bands={main} topZ={topZ} height={height} />
            <Rulers scale={scale} layers={visible} layerCount={layers.length} height={height} />
            <Slider layers={layers} shown={shown} layerUnder={layerUnder} onHover={setHovered}>
              <CoreCanvas
                view={view}
                layers={visible}
                scale={scale}
                height={height}
                widest={widest}
              />
            </Slider>
            <ShownMark layers={layers} shown={shown} scale={scale} />
            {analysis.steps
              .filter(({ z }) => scale.y(z) > 0 && scale.y(z) < height)
              .map((step) => (
                <StepNotch key={step.layer} step={step} y={scale.y(step.z)} />
              ))}
            <SwapMarks view={view} steps={analysis.steps} scale={scale} height={height} />
          </>
        )}
      </div>
      {hovered !== null && height > 0 && (
        <LayerHover view={view} layer={layers[hovered.layer - 1]} y={hovered.y} />
      )}
      <CoreTable view={view} />
    </section>
  );
}

function rowOf(event: React.PointerEvent): number {
  return event.clientY - event.currentTarget.getBoundingClientRect().top;
}

interface HeadingProps {
  readonly actions: OpenedJob['actions'];
}

/** Steps to go to, and how close the core is looked at. */
function Heading({ actions }: HeadingProps) {
  return (
    <>
      <div className="flex items-center gap-1 py-2 pr-2 pl-3">
        <h2 className="mr-auto text-base font-semibold">Core</h2>
        <ActionButton
          actionId="previous-step"
          context={actions}
          className="px-2 whitespace-nowrap"
        />
        <ActionButton actionId="next-step" context={actions} className="px-2 whitespace-nowrap" />
      </div>
      <div className="flex items-center px-4 text-xs text-muted">
        <span aria-hidden className="ml-2">
          mm
        </span>
        <span className="mr-4 ml-auto flex">
          <ActionButton
            actionId="core-wider"
            context={actions}
            kind="quiet"
            className="px-1.5"
            icon={MINUS}
          />
          <ActionButton
            actionId="core-closer"
            context={actions}
            kind="quiet"
            className="px-1.5"
            icon={PLUS}
          />
        </span>
        <span aria-hidden className="mr-auto">
          layer
        </span>
      </div>
    </>
  );
}

interface SliderProps {
  readonly layers: OpenedJob['reading']['layers'];
  readonly shown: OpenedJob['reading']['layers'][number];
  readonly layerUnder: (event: React.PointerEvent) => number;
  readonly onHover: (hovered: { layer: number; y: number } | null) => void;
  readonly children: React.ReactNode;
}

/** The core to be scrubbed. */
function Slider({ layers, shown, layerUnder, onHover, children }: SliderProps) {
  return (
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
        onHover(null);
        showLayer(layerUnder(event));
      }}
      onPointerMove={(event) => {
        if (event.buttons !== 0) showLayer(layerUnder(event));
        else if (event.pointerType === 'mouse') {
          onHover({ layer: layerUnder(event), y: event.clientY });
        }
      }}
      onPointerLeave={() => onHover(null)}
    >
      {children}
    </div>
  );
}
