/** Grades of print quality: 4 (A) to 0 (F), by thresholds of each parameter. */

export type Grade = 0 | 1 | 2 | 3 | 4;
export const gradeLetters: Readonly<Record<Grade, string>> = { 4: 'A', 3: 'B', 2: 'C', 1: 'D', 0: 'F' };

/** For A, B, C and D. */
type Thresholds = readonly [number, number, number, number];

/** ISO/IEC 15415:2011; from memory. Those of cell contrast: ISO/IEC 29158; from memory. */
const thresholds = {
  symbolContrast: [0.7, 0.55, 0.4, 0.2],
  cellContrast: [0.3, 0.25, 0.2, 0.15],
  modulation: [0.5, 0.4, 0.3, 0.2],
  axialNonuniformity: [0.06, 0.08, 0.1, 0.12],
  gridNonuniformity: [0.38, 0.5, 0.63, 0.75],
  unusedErrorCorrection: [0.62, 0.5, 0.37, 0.25],
} as const satisfies Readonly<Record<string, Thresholds>>;
export type Graded = keyof typeof thresholds;

/** Rounding must not cost a grade. */
const slack = 1e-9;

export function gradeOf(parameter: Graded, value: number): Grade {
  const levels = thresholds[parameter];
  const isSmallBetter = levels[0] < levels[3];
  const passed = levels.filter((level) =>
    isSmallBetter ? value <= level + slack : value >= level - slack,
  ).length;
  return passed as Grade;
}

export const gradeLevels: readonly Grade[] = [4, 3, 2, 1, 0];
/** The least modulation that has a grade; the lowest asks for nothing. */
export const leastModulation = (grade: Grade): number =>
  grade === 0 ? 0 : thresholds.modulation[4 - grade]!;

export const worstGrade = (grades: readonly Grade[]): Grade => Math.min(...grades) as Grade;
