/** Damage of the patterns by which a symbol is found, segment by segment (ISO/IEC 18004, annex on print quality; from memory). */
import { alignmentPlaces, moduleRoles, symbolAnatomy, type QrSymbol } from '../symbol';
import { gradeLevels, leastModulation, worstGrade, type Grade } from './scale';

type Symbol = Pick<QrSymbol, 'version' | 'level' | 'size'>;

/** Modules of a segment, and the grade of so many that are damaged. */
interface Segment {
  readonly modules: readonly number[];
  readonly gradeOf: (damaged: number, of: number) => Grade;
}

/** A corner: none, one, two, three modules, more. */
const cornerGrade = (damaged: number): Grade => Math.max(0, 4 - damaged) as Grade;
/** Shares up to which a pattern has a grade. */
const byShares =
  (...most: readonly [number, number, number]) =>
  (damaged: number, of: number): Grade => {
    if (damaged === 0) return 4;
    const share = damaged / of;
    const place = most.findIndex((limit) => share <= limit + 1e-9);
    return (place < 0 ? 0 : 3 - place) as Grade;
  };
const timingGrade = byShares(0.07, 0.11, 0.14);
const alignmentGrade = byShares(0.1, 0.2, 0.3);
const formatGrade = byShares(0.05, 0.1, 0.15);

function segmentsOf({ version, level, size }: Symbol): readonly Segment[] {
  const { role } = symbolAnatomy(version, level);
  const places = (isIn: (column: number, row: number, name: string) => boolean): number[] =>
    [...role.keys()].filter((index) =>
      isIn(index % size, Math.floor(index / size), moduleRoles[role[index]!]!),
    );
  const corner = (isRight: boolean, isLower: boolean): Segment => ({
    modules: places((column, row) => {
      const [x, y] = [isRight ? size - 1 - column : column, isLower ? size - 1 - row : row];
      return x < 8 && y < 8;
    }),
    gradeOf: cornerGrade,
  });
  const alignments = alignmentPlaces(version, size);
  return [
    corner(false, false),
    corner(true, false),
    corner(false, true),
    { modules: places((_, row, name) => name === 'timing' && row === 6), gradeOf: timingGrade },
    { modules: places((column, _, name) => name === 'timing' && column === 6), gradeOf: timingGrade },
    ...(alignments.length === 0
      ? []
      : [{ modules: places((_, __, name) => name === 'alignment'), gradeOf: alignmentGrade }]),
    {
      modules: places((_, __, name) => name === 'format' || name === 'version'),
      gradeOf: formatGrade,
    },
  ];
}

/** Level by level: modules whose modulation is below it count as damaged; the worst segment decides. `margins` is 0 for modules on the wrong side. */
export function fixedPatternGrade(symbol: Symbol, margins: Float64Array): Grade {
  const segments = segmentsOf(symbol);
  const bounded = gradeLevels.map((level) => {
    const grades = segments.map(({ modules, gradeOf }) =>
      gradeOf(
        modules.filter((index) => margins[index]! < leastModulation(level) || margins[index] === 0).length,
        modules.length,
      ),
    );
    return Math.min(level, worstGrade(grades)) as Grade;
  });
  return Math.max(...bounded) as Grade;
}
