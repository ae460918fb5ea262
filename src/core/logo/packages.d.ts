/** What is used of packages that come without types. */
declare module 'imagetracerjs' {
  interface Segment {
    readonly type: 'L' | 'Q';
    readonly x1: number;
    readonly y1: number;
    readonly x2: number;
    readonly y2: number;
    readonly x3?: number;
    readonly y3?: number;
  }
  interface TracedPath {
    readonly segments: readonly Segment[];
    readonly isholepath: boolean;
  }
  interface TraceData {
    readonly layers: readonly (readonly TracedPath[])[];
    readonly palette: readonly { readonly r: number; readonly g: number; readonly b: number }[];
  }
  const tracer: {
    imagedataToTracedata(
      image: { width: number; height: number; data: Uint8ClampedArray },
      options: Record<string, unknown>,
    ): TraceData;
  };
  export default tracer;
}
