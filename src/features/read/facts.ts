import { gramsOf } from '@/core/filament/mass';
import { formatBytes, formatDuration, formatGrams, formatMm, plural } from '@/core/format';
import { filamentArea } from '@/core/geometry/lineWidth';
import type { LineEnding, SlicedFile, SlicedLayer } from '@/core/read/slicedFile';

/** One fact for a person: a term, its value, and a remark where one helps. */
export interface Fact {
  readonly term: string;
  readonly value: string;
  readonly remark?: string;
}

const ENDINGS: Readonly<Record<LineEnding, string>> = {
  lf: 'lines end with LF',
  crlf: 'lines end with CR LF',
  cr: 'lines end with CR',
  mixed: 'line ends are mixed',
};

/** What reading found, in the words of the person at the printer. */
export function factsOf(reading: SlicedFile, filamentDiameter: number): Fact[] {
  const { layers, footprint } = reading;
  const width = footprint.columns * footprint.cellMm;
  const depth = footprint.rows * footprint.cellMm;
  const height = layers.reduce((top, layer) => Math.max(top, layer.z), 0);
  const [first] = layers;
  return [
    {
      term: 'Print',
      value: `${width.toFixed(0)} × ${depth.toFixed(0)} × ${formatMm(height)} mm`,
      remark: 'as placed on the bed, including the skirt',
    },
    { term: 'Layers', value: plural(layers.length, 'layer'), remark: heightsInWords(layers) },
    {
      term: 'First layer',
      value: `${formatMm(first.thickness)} mm thick`,
      remark: `${first.label === null ? 'no label in the file' : `labelled ${first.label} in the file`}, ${formatDuration(first.seconds)}`,
    },
    timeFact(reading),
    ...statedFact(reading),
    filamentFact(reading, filamentDiameter),
    {
      term: 'Temperatures',
      value: `nozzle ${inDegrees(reading.temperatures.nozzle)}, bed ${inDegrees(reading.temperatures.bed)}`,
    },
    {
      term: 'Extruder',
      value: {
        absolute: 'absolute (M82)',
        relative: 'relative (M83)',
        mixed: 'absolute and relative',
      }[reading.extrusion],
      remark: toolsInWords(layers),
    },
    {
      term: 'File',
      value: `${formatBytes(reading.bytes)}, ${reading.lines.toLocaleString('en')} lines`,
      remark: `${ENDINGS[reading.lineEnding]}, ${reading.units === 'inch' ? 'inches' : 'millimetres'}`,
    },
  ];
}

function heightsInWords(layers: readonly SlicedLayer[]): string {
  const counts = new Map<string, number>();
  for (const layer of layers.slice(1)) {
    const thickness = formatMm(layer.thickness);
    counts.set(thickness, (counts.get(thickness) ?? 0) + 1);
  }
  const kinds = [...counts].sort((a, b) => b[1] - a[1]);
  if (kinds.length === 0) return 'only one';
  if (kinds.length === 1) return `${kinds[0][0]} mm each after the first`;
  const thicknesses = kinds.map(([thickness]) => Number(thickness));
  return `${kinds[0][0]} mm mostly, from ${formatMm(Math.min(...thicknesses))} to ${formatMm(Math.max(...thicknesses))} mm`;
}

function timeFact({ seconds }: SlicedFile): Fact {
  const dwell = seconds.dwell > 0 ? `, waiting ${formatDuration(seconds.dwell)}` : '';
  return {
    term: 'Print time',
    value: formatDuration(seconds.total),
    remark: `moving ${formatDuration(seconds.motion)}, heating ${formatDuration(seconds.heating)}${dwell}, plus swaps`,
  };
}

/** The file's own estimate beside ours, with what can explain the difference. */
function statedFact({ statedSeconds, seconds }: SlicedFile): Fact[] {
  if (statedSeconds === null) return [];
  const difference = seconds.total - statedSeconds;
  const size = formatDuration(Math.abs(difference));
  const comparison = difference >= 0 ? 'longer' : 'shorter';
  const withoutHeating = Math.abs(seconds.motion + seconds.dwell - statedSeconds);
  const heating =
    withoutHeating < Math.abs(difference)
      ? ` Without the ${formatDuration(seconds.heating)} of heating they are ${formatDuration(withoutHeating)} apart.`
      : '';
  return [
    {
      term: 'The file’s estimate',
      value: formatDuration(statedSeconds),
      remark: `Lamella’s is ${size} ${comparison}.${heating} Neither includes swaps; the rest depends on the printer limits each one assumes.`,
    },
  ];
}

function filamentFact({ filamentMm, layers }: SlicedFile, diameter: number): Fact {
  const priming = filamentMm - layers.reduce((sum, layer) => sum + layer.filamentMm, 0);
  const cm3 = (filamentMm * filamentArea(diameter)) / 1000;
  return {
    term: 'Filament',
    value: `${filamentMm.toFixed(0)} mm · ${cm3.toFixed(1)} cm³ · ${formatGrams(gramsOf(filamentMm, diameter))}`,
    remark: `${formatMm(diameter)} mm at 1.24 g/cm³${priming > 0.5 ? `; ${priming.toFixed(0)} mm of it prime the nozzle` : ''}`,
  };
}

function inDegrees(targets: readonly number[]): string {
  return targets.length === 0 ? 'not set' : `${targets.join(', ')} °C`;
}

function toolsInWords(layers: readonly SlicedLayer[]): string {
  const tools = [...new Set(layers.flatMap((layer) => layer.tools))].sort((a, b) => a - b);
  return tools.length === 1 ? 'one tool' : `tools ${tools.join(', ')}`;
}
