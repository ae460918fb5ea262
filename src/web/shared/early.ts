/** What a bench needs first is begun while its page is still loading: the worker that draws, and the job. */
let waiting: Worker | null = null;

/** To be called as soon as it is known that a bench will be shown. */
export function beginEarly(jobId: string): void {
  if (waiting === null) {
    const worker = new Worker(new URL('../../engine/press.worker.ts', import.meta.url), {
      type: 'module',
      name: 'press',
    });
    // One that could not start is not handed on: the engine starts its own, and tells when that fails too.
    worker.addEventListener('error', () => waiting === worker && (waiting = null));
    waiting = worker;
  }
  const link = document.createElement('link');
  // The browser keeps the answer for the request that the bench makes; it is one of the same kind.
  link.rel = 'preload';
  link.as = 'fetch';
  link.crossOrigin = 'anonymous';
  link.href = `/api/jobs/${encodeURIComponent(jobId)}`;
  link.addEventListener('load', () => link.remove());
  link.addEventListener('error', () => link.remove());
  document.head.append(link);
}

/** The worker that was begun, once; null when there is none. */
export function takeEarly(): Worker | null {
  const worker = waiting;
  waiting = null;
  return worker;
}
