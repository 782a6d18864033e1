/** The part of the tracing package that is used. */
declare module 'imagetracerjs' {
  interface TracedSegment {
    readonly type: 'L' | 'Q';
    readonly x1: number;
    readonly y1: number;
    readonly x2: number;
    readonly y2: number;
    readonly x3?: number;
    readonly y3?: number;
  }
  interface Traced {
    readonly layers: readonly (readonly { readonly segments: readonly TracedSegment[] }[])[];
  }
  interface Options {
    readonly pal: readonly { r: number; g: number; b: number; a: number }[];
    readonly colorquantcycles: number;
    readonly ltres: number;
    readonly qtres: number;
    readonly pathomit: number;
    readonly rightangleenhance: boolean;
  }
  const tracer: {
    imagedataToTracedata(
      pixels: { width: number; height: number; data: Uint8ClampedArray },
      options: Options,
    ): Traced;
  };
  export default tracer;
}
