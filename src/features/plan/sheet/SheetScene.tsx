'use client';

import { useCallback, useMemo, useState } from 'react';
import { inkOn } from '@/components/hatch';
import { useThemeColours } from '@/browser/useThemeColours';
import { mainBands } from '@/core/plan/work/layerShares';
import { useViewStore, type SheetMode } from '@/store/plans/viewStore';
import type { OpenedJob } from '@/base/job/jobContext';
import { BacklitPlane } from './BacklitPlane';
import { BedGrid } from './BedGrid';
import { ChangeMarks } from './ChangeMarks';
import { Elevation } from './Elevation';
import { PathLines } from './PathLines';
import {
  colouredLines,
  layerColours,
  surfaceCells,
  surfaceColours,
} from '@/base/pictures/sheetColours';
import type { MovedJob } from '@/base/work/movedJob';
import { useFollowing } from '@/base/work/useFollowing';
import type { SheetBox } from './sheetView';
import { SurfacePlane } from './SurfacePlane';
import { TouchMarks } from './TouchMarks';
import { useLayerColours } from './useLayerColours';
import { usePaths } from './usePaths';

interface SheetSceneProps {
  readonly job: OpenedJob;
  readonly mode: SheetMode;
  readonly box: SheetBox;
  readonly stretch: number;
  /** Px per mm. */
  readonly scale: number;
}

/**
 * What lies on the sheet. Geometries and textures are disposed of by what made them; materials are not, since
 * three.js would throw away their shaders with the last of a kind, and translate them again for the next layer.
 */
export function SheetScene({ job, mode, box, stretch, scale }: SheetSceneProps) {
  const { ink } = useThemeColours();
  const { reading, bands, plan, parts } = job;
  const { layers } = reading;
  const blends = useViewStore((state) => state.blends);
  const coloursOf = useCallback(
    (seen: MovedJob): readonly string[] =>
      mode === 'above' || mode === 'below'
        ? surfaceColours(seen, mode, blends)
        : layerColours(seen),
    [mode, blends],
  );
  const footprint = mode === 'above' || mode === 'below' ? surfaceCells(job) : reading.footprint;
  const main = useMemo(
    () => mainBands({ reading, bands, plan, wishes: parts.wishes }),
    [reading, bands, plan, parts],
  );
  const colours = useLayerColours(job, coloursOf);
  const grid = <BedGrid box={box} stretch={stretch} scale={scale} colour={ink} />;
  if (mode === 'side') {
    return (
      <>
        {grid}
        <Elevation client={job.client} colours={colours} stretch={stretch} scale={scale} />
      </>
    );
  }
  if (mode === 'above') {
    return (
      <>
        {grid}
        <SurfacePlane footprint={footprint} cells={footprint.top} colours={colours} relief={1} />
      </>
    );
  }
  if (mode === 'below') {
    // As the bed side looks when the part is turned over, left and right change places.
    return (
      <group position={[box.left + box.right, 0, 0]} scale={[-1, 1, 1]}>
        {grid}
        <SurfacePlane footprint={footprint} cells={footprint.low} colours={colours} relief={-1} />
      </group>
    );
  }
  if (mode === 'backlit') {
    return (
      <>
        {grid}
        <BacklitPlane footprint={footprint} layers={layers} bands={main} />
      </>
    );
  }
  return (
    <>
      {grid}
      <LayerPaths job={job} belowOpacity={mode === 'beside' ? 0.75 : 0.4} />
      {mode === 'beside' && <Changes job={job} />}
      <TouchMarks job={job} scale={scale} />
    </>
  );
}

/** The job as the hand that drags a swap has it: what is drawn of it here is small. */
function useMoved(job: OpenedJob): MovedJob {
  const [followed, setFollowed] = useState<{ job: OpenedJob; moved: MovedJob } | null>(null);
  const follow = useCallback((moved: MovedJob) => setFollowed({ job, moved }), [job]);
  useFollowing(job, follow);
  return followed?.job === job ? followed.moved : job;
}

/** The shown layer's lines over those of the layer below, each in its band's colour. */
function LayerPaths({ job, belowOpacity }: { job: OpenedJob; belowOpacity: number }) {
  const number = useViewStore((state) => state.layer);
  const paths = usePaths(job.client, number);
  const { reading, bands, plan, parts } = useMoved(job);
  const drawn = useMemo(() => {
    const seen = { reading, bands, plan, parts };
    return {
      shown: paths ? colouredLines(seen, paths.layer, paths.paths) : [],
      below: paths?.below ? colouredLines(seen, paths.layer - 1, paths.below) : [],
    };
  }, [paths, reading, bands, plan, parts]);
  return (
    <>
      {drawn.below.map(({ key, lines, colour }) => (
        <PathLines
          key={`below ${key}`}
          paths={lines}
          colour={colour}
          opacity={belowOpacity}
          order={0}
        />
      ))}
      {drawn.shown.map(({ key, lines, colour }) => (
        <PathLines
          key={key}
          paths={lines}
          colour={colour}
          outline={inkOn(colour)}
          opacity={1}
          order={1}
        />
      ))}
    </>
  );
}

function Changes({ job }: { job: OpenedJob }) {
  const layer = useViewStore((state) => state.layer);
  return <ChangeMarks footprint={job.reading.footprint} layer={layer} />;
}
