import { describe, expect, it } from '@jest/globals';
import { newLogo } from '../logo';
import { plainStyle, presets } from '../artwork';
import { filesOfLook, plainLook, type Look } from './look';
import { parseStyleDocument } from '../../wire';
import { inLook, lookKey, lookName, mixedLooks } from './looks';
import { inWords, withFirst } from '../../testing/findings';
import type { CodeSettings } from './job';
import { newJob } from './newJob';
import { describeChanges } from './describeChanges';

const job = newJob({ message: { kind: 'web', address: 'ternquay.example' } });
const [code] = job.codes as [CodeSettings];
const rope = presets.find(({ id }) => id === 'rope')!.style;
const porthole = presets.find(({ id }) => id === 'porthole')!.style;
const painted: Look = {
  style: { ...rope, paint: { ...rope.paint, modules: { kind: 'solid', colour: '#14385c' } } },
  logo: newLogo({ kind: 'icon', icon: 'anchor' }),
};

describe('a look', () => {
  it('is taken over whole or in parts', () => {
    expect(inLook(code, painted)).toMatchObject({ style: painted.style, logo: painted.logo });
    const shapes = inLook(code, painted, ['shapes']);
    expect(shapes.style).toEqual({ ...rope, paint: code.style.paint });
    expect(shapes.logo).toBeNull();
    expect(inLook(code, painted, ['colours']).style).toEqual({ ...plainStyle, paint: painted.style.paint });
  });

  it('without a logo leaves the logo of the job', () => {
    const withLogo = { ...code, logo: painted.logo };
    expect(inLook(withLogo, plainLook).logo).toBe(painted.logo);
  });

  it('is mixed of two: modules, ground and logo of one, finder patterns of the other', () => {
    const mixed = mixedLooks(painted, { style: porthole, logo: null });
    expect(mixed.style.modules).toEqual(rope.modules);
    expect(mixed.style.finders).toEqual(porthole.finders);
    expect(mixed.style.paint.modules).toEqual(painted.style.paint.modules);
    expect(mixed.logo).toBe(painted.logo);
  });

  it('is called by the house style that is just like it, else by its shapes', () => {
    expect(lookName(painted, [{ name: 'Ternquay signs', look: painted }])).toBe('Ternquay signs');
    expect(lookName({ style: rope, logo: null }, [{ name: 'Ternquay signs', look: painted }])).toBe('Rope');
    expect(lookName({ style: { ...rope, round: { seed: 1, quietModules: 4 } }, logo: null }, [])).toBe(
      'round Rope',
    );
    expect(lookKey(painted)).not.toBe(lookKey({ ...painted, logo: null }));
  });

  it('is told in words when it changes', () => {
    expect(
      describeChanges(job, withFirst(job, inLook(code, painted))).map((change) => inWords(change)),
    ).toEqual(['shapes Plain → Rope', 'colours changed', 'logo none → anchor']);
  });
});

describe('a style document', () => {
  const document = {
    format: 'binarus-style',
    formatVersion: 1,
    name: 'Ternquay signs',
    ...painted,
    files: [],
  };

  it('is read as it was written', () => {
    expect(parseStyleDocument(JSON.parse(JSON.stringify(document)))).toEqual({ style: document });
  });

  it('with wrong fields is refused with their names', () => {
    const wrong = { ...document, style: { ...painted.style, modules: { ...rope.modules, fill: 7 } } };
    expect(parseStyleDocument(wrong)).toMatchObject({
      problems: [expect.stringContaining('style.modules.fill')],
    });
    expect(parseStyleDocument({ format: 'binarus-job' })).toHaveProperty('problems');
    expect(parseStyleDocument(null)).toHaveProperty('problems');
  });

  it('names the files it needs', () => {
    const file = 'c'.repeat(64);
    const logo = newLogo({ kind: 'drawing', file, fileName: 'tern.svg' });
    const ground = {
      kind: 'picture' as const,
      file,
      fileName: 'pier.png',
      opacity: 0.2,
      fit: 'cover' as const,
    };
    expect(filesOfLook({ style: { ...rope, paint: { ...rope.paint, ground } }, logo })).toEqual([file]);
    expect(filesOfLook(plainLook)).toEqual([]);
  });
});
