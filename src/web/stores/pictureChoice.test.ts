import { afterEach, beforeEach, describe, expect, it } from '@jest/globals';
import { createPinia, setActivePinia } from 'pinia';
import { newJob } from '../../core/job';
import type { LogoSource } from '../../core/logo';
import { enterBrowser, type FakeBrowser } from '../../testing/browser';
import { useBench } from './bench';
import { usePictureChoice } from './pictureChoice';

const job = newJob({ message: { kind: 'web', address: 'https://ternquay.example' } });
const [first, second] = ['6d2f9a3e-2222-4222-8333-444455556666', '6d2f9a3e-3333-4222-8333-444455556666'];
const saved = { hash: 'a'.repeat(64), mediaType: 'image/svg+xml', removed: ['a script'] };
const file = (): File => new File(['<svg/>'], 'tern.svg');

let browser: FakeBrowser;
/** Answers the upload. */
let answerUpload: (answer: Response) => void;
let chosen: LogoSource[];

beforeEach(async () => {
  chosen = [];
  browser = enterBrowser((path) => {
    if (path.startsWith('/api/jobs/'))
      return Promise.resolve(
        new Response(
          JSON.stringify({
            id: path.slice('/api/jobs/'.length),
            revision: 1,
            savedAt: '2026-11-25T10:00:00.000Z',
            document: job,
            proof: null,
          }),
        ),
      );
    return new Promise((resolve) => (answerUpload = resolve));
  });
  setActivePinia(createPinia());
  await useBench().open(first);
});
afterEach(() => browser.leave());

const begin = (): Promise<void> =>
  usePictureChoice().upload('logo code-1', file(), (source) => chosen.push(source));
const asked = async (): Promise<void> => {
  for (let turn = 0; turn < 20; turn++) await Promise.resolve();
  await new Promise((resolve) => setTimeout(resolve, 5));
};

describe('a picture on its way', () => {
  it('is told while it comes, and is chosen when it is there, with what was left out of it', async () => {
    const pictures = usePictureChoice();
    const done = begin();
    expect(pictures.stateOf('logo code-1').fileName).toBe('tern.svg');
    expect(pictures.stateOf('art-1').fileName).toBe('');
    await asked();
    answerUpload(new Response(JSON.stringify(saved), { status: 201 }));
    await done;
    expect(chosen).toEqual([{ kind: 'drawing', file: saved.hash, fileName: 'tern.svg' }]);
    expect(pictures.stateOf('logo code-1')).toEqual({ fileName: '', problem: '', removed: ['a script'] });
  });

  it('changes no other job that was opened meanwhile, and says so where it was chosen', async () => {
    const done = begin();
    await asked();
    await useBench().open(second);
    answerUpload(new Response(JSON.stringify(saved), { status: 201 }));
    await done;
    expect(chosen).toEqual([]);
    expect(usePictureChoice().stateOf('logo code-1').problem).toBe('');
    await useBench().open(first);
    expect(usePictureChoice().stateOf('logo code-1').problem).toMatch(
      /^Another job was opened before tern\.svg/,
    );
  });

  it('that is refused says why, until another is chosen', async () => {
    const done = begin();
    await asked();
    answerUpload(new Response(JSON.stringify({ problem: 'This picture has no pixels.' }), { status: 422 }));
    await done;
    expect(chosen).toEqual([]);
    const pictures = usePictureChoice();
    expect(pictures.stateOf('logo code-1').problem).toBe('This picture has no pixels.');
    pictures.forget('logo code-1');
    expect(pictures.stateOf('logo code-1').problem).toBe('');
  });
});
