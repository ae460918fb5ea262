/** For tests and measurements: OpenCV's detector of codes, an opinion from outside of the panel. */
import { Worker } from 'node:worker_threads';
import type { Frame } from '../core/camera';
import type { Reader } from '../core/readers';

/**
 * In a thread of its own: the package is one file of ten megabytes, which the module loader of the tests would look through for
 * minutes, and its module gives itself again and again when it is awaited.
 */
const host = `
const { parentPort } = require('node:worker_threads');
const cv = require('@techstark/opencv-js');
const begin = () => {
  const detector = new cv.QRCodeDetector();
  parentPort.on('message', ({ number, width, height, data }) => {
    const picture = cv.matFromImageData({ width, height, data });
    const grey = new cv.Mat();
    let text = '';
    // Some pictures make it throw a number instead of giving nothing.
    try { cv.cvtColor(picture, grey, cv.COLOR_RGBA2GRAY); text = detector.detectAndDecode(grey); } catch {}
    picture.delete();
    grey.delete();
    parentPort.postMessage({ number, text });
  });
  parentPort.postMessage({ number: -1, text: '' });
};
if ('Mat' in cv) begin(); else cv.onRuntimeInitialized = begin;
`;

interface Answer {
  readonly number: number;
  readonly text: string;
}

export async function openCvReader(): Promise<Reader> {
  const worker = new Worker(host, { eval: true });
  worker.unref();
  const waiting = new Map<number, (text: string) => void>();
  let last = 0;
  worker.on('message', ({ number, text }: Answer) => {
    waiting.get(number)?.(text);
    waiting.delete(number);
  });
  await new Promise<void>((resolve, reject) => {
    waiting.set(-1, () => resolve());
    worker.once('error', reject);
  });
  return {
    id: 'opencv',
    name: 'OpenCV',
    votes: false,
    read: async ({ width, height, rgba }: Frame) => {
      const number = ++last;
      // A thread that nobody waits for is no reason to stay.
      worker.ref();
      const text = await new Promise<string>((resolve) => {
        waiting.set(number, resolve);
        worker.postMessage({ number, width, height, data: rgba });
      });
      worker.unref();
      return text === '' ? null : text;
    },
  };
}
