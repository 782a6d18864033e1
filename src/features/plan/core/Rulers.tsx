import { bottomOf, type Layer } from '@/core/layers';
import { CORE_RIGHT, RULER_LEFT } from './corePlaces';
import { layerTicks, type CoreScale } from './coreScale';

interface RulersProps {
  readonly scale: CoreScale;
  /** The layers in sight, and how many the print has. */
  readonly layers: readonly Layer[];
  readonly layerCount: number;
  readonly height: number;
}

/** Heights at the left, layer numbers right of the core. */
export function Rulers({ scale, layers, layerCount, height }: RulersProps) {
  const { y, ticks } = scale;
  const numbers = new Set(layerTicks(layerCount, (height * layerCount) / layers.length));
  return (
    <div aria-hidden className="text-xs text-muted">
      {ticks.map((z) => (
        <div
          key={z}
          className="absolute flex -translate-y-1/2 items-center"
          style={{ top: y(z), left: RULER_LEFT }}
        >
          <span className="w-5 text-right">{z}</span>
          <span className="ml-1 h-px w-1.5 bg-edge" />
        </div>
      ))}
      {layers
        .filter(({ number }) => numbers.has(number))
        .map((layer) => (
          <div
            key={layer.number}
            className="absolute flex -translate-y-1/2 items-center"
            style={{ top: y((layer.z + bottomOf(layer)) / 2), left: CORE_RIGHT + 2 }}
          >
            <span className="mr-1 h-px w-2 bg-edge" />
            <span>{layer.number}</span>
          </div>
        ))}
    </div>
  );
}
