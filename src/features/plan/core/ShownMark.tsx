import { CORE_LEFT, CORE_WIDTH } from './corePlaces';

/** The layer shown in the sheet: a frame round its bar, wider than the widest one. */
export function ShownMark({ top, bottom }: { top: number; bottom: number }) {
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
