import { afterAll, describe, expect, it } from '@jest/globals';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { hintsOf } from './hints';

const folder = mkdtempSync(join(tmpdir(), 'binarus-hints-'));
afterAll(() => rmSync(folder, { recursive: true }));

describe('what a page will need', () => {
  it('is told with the page: its scripts, what those import, and their styles, once each', () => {
    mkdirSync(join(folder, '.vite'));
    const manifest = {
      'src/web/shelf/ShelfScreen.vue': {
        file: 'assets/shelf.js',
        imports: ['_a.js', '_b.js'],
        css: ['assets/s.css'],
      },
      'src/web/bench/BenchScreen.vue': { file: 'assets/bench.js', imports: ['_b.js'] },
      '_a.js': { file: 'assets/a.js', imports: ['_b.js'] },
      '_b.js': { file: 'assets/b.js', css: ['assets/b.css'], imports: ['_a.js'] },
    };
    writeFileSync(join(folder, '.vite', 'manifest.json'), JSON.stringify(manifest));
    const hints = hintsOf(folder);
    // RFC 8288, 3: targets in angle brackets, parameters behind semicolons, links behind commas.
    expect(hints('/').split(', ')).toEqual([
      '</assets/shelf.js>; rel=modulepreload',
      '</assets/a.js>; rel=modulepreload',
      '</assets/b.js>; rel=modulepreload',
      '</assets/s.css>; rel=preload; as=style; crossorigin',
      '</assets/b.css>; rel=preload; as=style; crossorigin',
    ]);
    expect(hints('/jobs/17/piece')).toContain('bench.js');
    expect(hints('/jobs/17/piece')).not.toContain('shelf.js');
    expect([hints('/elsewhere'), hints('/materials/cork')]).toEqual(['', '']);
  });

  it('is nothing where the build tells nothing', () => {
    expect(hintsOf(join(folder, 'nowhere'))('/')).toBe('');
    writeFileSync(join(folder, '.vite', 'manifest.json'), '{"x": 3');
    expect(hintsOf(folder)('/')).toBe('');
  });
});
