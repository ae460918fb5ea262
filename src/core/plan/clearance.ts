/** How much quiet zone a code has on its piece. */
import type { Box } from '../geometry';

export interface Outline {
  readonly widthMm: number;
  readonly heightMm: number;
  readonly cornerRadiusMm: number;
}

export interface Clearance {
  /** Largest margin by which the code's square can grow on all sides and stay on the piece; negative outside. */
  readonly mm: number;
  /** What ends it: `left edge`, `upper right corner`, ... */
  readonly nearest: string;
}

/**
 * The free margin around a square code on a rectangle with rounded corners. The quiet zone is a square, so at a corner
 * its own corner has to stay within the arc.
 */
export function clearanceAround(code: Box, outline: Outline): Clearance {
  const radius = Math.min(outline.cornerRadiusMm, outline.widthMm / 2, outline.heightMm / 2);
  const gaps = {
    left: code.x,
    right: outline.widthMm - code.x - code.width,
    upper: code.y,
    lower: outline.heightMm - code.y - code.height,
  };
  let best: Clearance = { mm: Infinity, nearest: '' };
  const consider = (mm: number, nearest: string): void => {
    if (mm < best.mm) best = { mm, nearest };
  };
  for (const side of ['left', 'right', 'upper', 'lower'] as const) consider(gaps[side], `${side} edge`);
  for (const vertical of ['upper', 'lower'] as const)
    for (const side of ['left', 'right'] as const)
      consider(marginAtCorner(gaps[side], gaps[vertical], radius), `${vertical} ${side} corner`);
  return best;
}

/**
 * Largest margin q for which a corner at distances `across - q` and `down - q` from two edges stays inside the arc
 * of radius r: (r - across + q)^2 + (r - down + q)^2 <= r^2.
 */
function marginAtCorner(across: number, down: number, radius: number): number {
  const a = radius - across;
  const b = radius - down;
  const halfDifference = (a - b) / 2;
  const underRoot = (radius * radius) / 2 - halfDifference * halfDifference;
  if (underRoot < 0) return Math.min(across, down);
  const q = Math.sqrt(underRoot) - (a + b) / 2;
  // The arc only counts where the grown corner lies beside it on both axes.
  return q + a > 0 && q + b > 0 ? q : Math.min(across, down);
}
