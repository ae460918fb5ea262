import { describe, expect, it } from '@jest/globals';
import { strFromU8, unzipSync } from 'fflate';
import { newJob } from '../../core/job';
import { commonName, zipped } from './zipped';

const file = (name: string) => ({ name, mediaType: 'image/png', bytes: new TextEncoder().encode(name) });

describe('the name of several files together', () => {
  it.each([
    // The variant of a format is not what they are called.
    [
      ['tag_r2_60x98mm_birch_clear.png', 'tag_r2_60x98mm_birch.svg', 'tag_r2_60x98mm_birch_work-sheet.pdf'],
      'tag_r2_60x98mm_birch',
    ],
    [['tag_r2_birch.png', 'tag_r2_birch.svg'], 'tag_r2_birch'],
    [['sheet_12-on-a4_sheet-1_vinyl.svg', 'sheet_12-on-a4_sheets-2-to-9_vinyl.svg'], 'sheet_12-on-a4'],
    [['berth-1.svg', 'berth-2.svg'], 'berth-1'],
    [['tag.v2_clear.png'], 'tag.v2_clear'],
  ])('of %j is %s', (names, common) => {
    expect(commonName(names)).toBe(common);
  });
});

describe('several files together', () => {
  it('are in it as they are, with a note that says what was done with them', async () => {
    const job = newJob({
      name: 'Oar rack tag',
      message: { kind: 'text', text: 'Rack 3' },
      pieceSizeMm: { width: 67.6634, height: 40 },
    });
    const { name, bytes } = await zipped([file('tag_clear.png'), file('tag.svg')], {
      job,
      revision: 3,
      checked: 'Each drawing was measured.',
    });
    expect(name).toBe('tag.zip');
    const entries = unzipSync(bytes);
    expect(Object.keys(entries)).toEqual(['tag_clear.png', 'tag.svg', 'READ-ME.txt']);
    expect(strFromU8(entries['tag_clear.png']!)).toBe('tag_clear.png');
    const note = strFromU8(entries['READ-ME.txt']!);
    expect(note).toContain('Oar rack tag, revision 3');
    expect(note).toContain('67.66 x 40 mm on ');
    expect(note).toContain('Made with Binarus. Each drawing was measured.');
  });

  it('are the same bytes for the same files', async () => {
    const notes = { job: newJob({ message: { kind: 'text', text: 'Rack 3' } }), revision: 1, checked: '' };
    const [one, two] = [await zipped([file('a.png')], notes), await zipped([file('a.png')], notes)];
    expect(two.bytes).toEqual(one.bytes);
  });
});
