'use client';

import { placeOfSection } from '@/core/geometry/paths';
import { FIRST_STRETCH, stretchOfSections } from '@/core/plan/parts';
import type { OpenedFile, OpenedJob } from '@/base/job/jobContext';
import { partName } from '@/core/plan/partName';
import { placesOfLayer } from '@/core/print/sections';
import { StretchSelect } from '@/features/plan/parts/StretchSelect';
import { useRestingView } from '@/store/plans/resting';
import { useViewStore } from '@/store/plans/viewStore';
import { pointOver, type SheetPoint, type SheetView } from './sheetView';
import { usePaths } from './usePaths';

interface PartTagsProps {
  readonly job: OpenedJob;
  readonly view: SheetView;
  readonly size: { readonly width: number; readonly height: number };
}

/**
 * On the lines of the shown layer, which part they belong to, where the file only stops: each tag can be
 * changed in its place.
 */
export function PartTags(props: PartTagsProps) {
  const isAsked = useViewStore(({ tab, measuring }) => tab === 'parts' && !measuring);
  const { job, ...place } = props;
  if (!isAsked || job.kind === 'model' || job.plan.stretches.length === 0) return null;
  return <Tags {...place} job={job} />;
}

function Tags({ job, view, size }: PartTagsProps & { readonly job: OpenedFile }) {
  const layer = useRestingView((state) => state.layer);
  const paths = usePaths(job.client, layer);
  if (paths?.layer !== layer) return null;
  const { reading, plan } = job;
  const places = placesOfLayer(reading, layer);
  const stretches = stretchOfSections(reading, plan.stretches);
  const onScreen = (place: SheetPoint): SheetPoint => {
    const point = pointOver(view, place);
    return { x: size.width / 2 + point.x, y: size.height / 2 - point.y };
  };
  return (
    <ul aria-label={`Parts in layer ${layer}`} className="pointer-events-none absolute inset-0">
      {paths.paths.ends.map((_, i) => {
        const stretch = stretches[places[i]];
        const place = placeOfSection(paths.paths, i);
        if (!place) return null;
        const { x, y } = onScreen(place);
        return (
          <li
            key={places[i]}
            className="pointer-events-auto absolute -translate-1/2 text-xs"
            style={{ left: x, top: y }}
            onPointerDown={(event) => event.stopPropagation()}
          >
            {stretch ? (
              <StretchSelect
                view={job}
                stretch={stretch}
                label={`Part of these lines, after line ${stretch.line}`}
              />
            ) : (
              <span className="rounded-md border border-edge bg-paper px-2 py-1">
                {partName(FIRST_STRETCH, reading.sources)}
              </span>
            )}
          </li>
        );
      })}
    </ul>
  );
}
