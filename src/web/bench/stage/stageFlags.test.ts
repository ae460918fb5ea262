import { describe, expect, it } from '@jest/globals';
import { aboutPiece, type About, type Finding, type FindingKind, type Severity } from '../../../core/finding';
import { stageFlags } from './stageFlags';

const finding = (about: About, severity: Severity, kind: FindingKind = 'piece-overlap'): Finding => ({
  kind,
  about,
  station: 'piece',
  severity,
  title: kind,
  text: [],
  measured: { words: '' },
  required: { words: '' },
  source: { tag: 'geo', text: '' },
  fixes: [],
});
const item = (id: string): About => ({ on: 'item', id });
const place = (id: string, y: number) => ({ id, x: 10, y, width: 40, height: 10 });

describe('flags beside the piece', () => {
  it('stand for things with something wrong only, each at the height of its thing, the worst first', () => {
    const flags = stageFlags(
      [
        finding(item('words-1'), 'caution', 'piece-strokes'),
        finding(item('words-1'), 'stop'),
        finding(item('art-2'), 'fine'),
        finding(aboutPiece, 'stop'),
      ],
      [place('words-1', 100), place('art-2', 200)],
      0,
    );
    expect(flags).toHaveLength(1);
    expect(flags[0]).toMatchObject({ id: 'words-1', severity: 'stop', y: 105, toX: 50, toY: 105 });
    expect(flags[0]!.findings.map(({ kind }) => kind)).toEqual(['piece-overlap', 'piece-strokes']);
  });

  it('never lie over each other, nor over what is measured above them', () => {
    const ids = ['a', 'b', 'c'];
    const flags = stageFlags(
      ids.map((id) => finding(item(id), 'caution')),
      [place('c', 12), place('a', 10), place('b', 11)],
      40,
    );
    expect(flags.map(({ id }) => id)).toEqual(['a', 'b', 'c']);
    flags.forEach(({ y }, index) => expect(y).toBeGreaterThanOrEqual(40 + 20 * index));
  });
});
