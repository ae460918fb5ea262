/** Styles take colours and sizes of type from the one theme. */
import { describe, expect, it } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const styles = readdirSync('src/web', { recursive: true, encoding: 'utf8' })
  .filter((name) => /\.(?:vue|css)$/.test(name) && name !== 'theme.css')
  .map((name) => join('src/web', name))
  .map((path) => {
    const text = readFileSync(path, 'utf8');
    const css = path.endsWith('.css')
      ? text
      : [...text.matchAll(/<style[^>]*>([\s\S]*?)<\/style>/g)].map(([, body]) => body!).join('\n');
    return { path, css };
  });

/** Sizes in the units of a drawing, which are millimetres. */
const inDrawings: readonly string[] = ['src/web/sheet/SheetDrawing.vue: font-size: 4.5px'];

describe('styles of the page', () => {
  it('have no colour of their own', () => {
    expect(
      styles.flatMap(({ path, css }) =>
        (css.match(/#[0-9a-f]{3,8}\b|\b(?:rgba?|hsla?|color-mix)\([^)]*\)/gi) ?? []).map(
          (colour) => `${path}: ${colour}`,
        ),
      ),
    ).toEqual([]);
  });

  it('have no size of type of their own', () => {
    const sizes = styles.flatMap(({ path, css }) =>
      (css.match(/font-size: (?!var\(|inherit|\d+%)[^;]+/g) ?? []).map((size) => `${path}: ${size}`),
    );
    expect(sizes).toEqual(inDrawings);
  });
});
