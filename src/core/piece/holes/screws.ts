/** Clearance holes for metric screws and bolts. */

export const screwIds = ['M1.6', 'M2', 'M2.5', 'M3', 'M3.5', 'M4', 'M5', 'M6', 'M8', 'M10', 'M12'] as const;
export type ScrewId = (typeof screwIds)[number];

export interface Clearances {
  readonly fine: number;
  readonly medium: number;
  readonly coarse: number;
}

/** Hole diameters in millimetres [ISO 273:1979, table 1; from memory, the values that handbooks reprint]. */
export const clearanceHoles: Readonly<Record<ScrewId, Clearances>> = {
  'M1.6': { fine: 1.7, medium: 1.8, coarse: 2 },
  M2: { fine: 2.2, medium: 2.4, coarse: 2.6 },
  'M2.5': { fine: 2.7, medium: 2.9, coarse: 3.1 },
  M3: { fine: 3.2, medium: 3.4, coarse: 3.6 },
  'M3.5': { fine: 3.7, medium: 3.9, coarse: 4.2 },
  M4: { fine: 4.3, medium: 4.5, coarse: 4.8 },
  M5: { fine: 5.3, medium: 5.5, coarse: 5.8 },
  M6: { fine: 6.4, medium: 6.6, coarse: 7 },
  M8: { fine: 8.4, medium: 9, coarse: 10 },
  M10: { fine: 10.5, medium: 11, coarse: 12 },
  M12: { fine: 13, medium: 13.5, coarse: 14.5 },
};
