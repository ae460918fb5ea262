/** Files that once held up whoever read them: each is answered in words or drawn, by counted work, not by a clock. */
import { describe, expect, it } from '@jest/globals';
import { logoAssets } from '../../node/logoAssets';
import { hostileDrawings, hostileOutlines } from '../../testing/hostileFiles';
import { promptSeconds } from '../../testing/promptly';
import { cleanUpload, loadLogo, newLogo, readyArt } from '../logo';
import { readOutlineFile } from '../piece';

const encoder = new TextEncoder();
/** Of processor time for all that is done with one file; most of them took more than five times that, or never ended. */
const mostSeconds = 2;

describe('a drawing', () => {
  it.each(hostileDrawings)('with $what is cleaned and drawn, or refused in words', async ({ text, says }) => {
    const bytes = encoder.encode(text);
    const assets = logoAssets(() => Promise.resolve(bytes));
    await assets.renderer();
    const source = { kind: 'drawing', file: 'a'.repeat(64), fileName: 'a.svg' } as const;
    let said: string | null = null;
    const seconds = await promptSeconds(mostSeconds, async () => {
      const clean = cleanUpload(bytes);
      const art = readyArt(await loadLogo({ source, title: '' }, assets), newLogo(source).ink);
      said = 'problem' in art ? art.problem : null;
      // What is refused at the door is refused in the same words by whoever reads it afterwards.
      if ('problem' in clean) expect(said).toBe(clean.problem);
    });
    if (says === null) expect(said).toBeNull();
    else expect(said).toMatch(says);
    expect(seconds).toBeLessThan(mostSeconds);
  });
});

describe('an outline', () => {
  it.each([...hostileDrawings.map((file) => ({ ...file, says: undefined })), ...hostileOutlines])(
    'from a file with $what is read, or refused in words',
    async ({ text, says }) => {
      const bytes = encoder.encode(text);
      const { renderer } = logoAssets(() => Promise.resolve(null));
      await renderer();
      let said: string | null = null;
      const seconds = await promptSeconds(mostSeconds, async () => {
        const read = await readOutlineFile(bytes, 'a', renderer);
        said = 'problem' in read ? read.problem : null;
      });
      if (says === null) expect(said).toBeNull();
      else if (says !== undefined) expect(said).toMatch(says);
      expect(seconds).toBeLessThan(mostSeconds);
    },
  );

  it('that crosses itself is told with the place, so that it can be shown', async () => {
    const bow = '<path d="M10 10L50 40L50 10L10 40Z" fill="none" stroke="#000"/>';
    const text = `<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="50mm" viewBox="0 0 60 50">${bow}</svg>`;
    const { renderer } = logoAssets(() => Promise.resolve(null));
    const read = await readOutlineFile(encoder.encode(text), 'bow.svg', renderer);
    expect(read).toMatchObject({
      problem: expect.stringContaining(
        'crosses itself 20.0 mm from its left and 15.0 mm from its upper edge',
      ),
      crossing: {
        widthMm: expect.closeTo(40, 3),
        heightMm: expect.closeTo(30, 3),
        xMm: expect.closeTo(20, 3),
        yMm: expect.closeTo(15, 3),
      },
    });
  });
});
