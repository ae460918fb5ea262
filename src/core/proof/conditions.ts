/** Ways in which a piece can be read: where, by which camera, from how far, how squarely, how large; and how each is photographed. */
import {
  cameraIds,
  cameraOf,
  farthestMm,
  leastPixelsPerModule,
  nearestMm,
  plainScene,
  sceneIds,
  sceneOf,
  usualCamera,
  type CameraId,
  type SceneId,
} from '../camera';
import { handTilt, type Setting } from '../simulation';
import { z } from '../schema';
import type { ProofSetup } from './setup';
import type { Trial } from './studio';

export const conditionSchema = z.strictObject({
  scene: z.enum(sceneIds),
  camera: z.enum(cameraIds),
  distanceM: z.number().positive(),
  /** Null for all tilts up to that of a hand. */
  tiltDegrees: z.number().min(0).max(89).nullable(),
  /** Null for the light of the scene. */
  lux: z.number().positive().nullable(),
  /** Of the code, beside that of the job. */
  size: z.number().positive(),
});
export type Condition = Readonly<z.infer<typeof conditionSchema>>;

/** As the limits on reading were measured, from the distance that is asked. */
export const plainCondition = (distanceM: number): Condition => ({
  scene: plainScene.id,
  camera: usualCamera.id,
  distanceM,
  tiltDegrees: null,
  lux: null,
  size: 1,
});

/** How a condition is photographed. What is of another size is another setup's. */
export function trialOf({ shine }: Pick<ProofSetup, 'shine'>, condition: Condition): Trial {
  const scene = sceneOf(condition.scene);
  const { tiltDegrees, lux } = condition;
  const setting: Setting = {
    scene: lux === null ? scene : { ...scene, lux },
    camera: cameraOf(condition.camera),
    shine,
    distanceMm: condition.distanceM * 1000,
    mostTilt: tiltDegrees === null ? handTilt : (tiltDegrees * Math.PI) / 180,
    isSteady: tiltDegrees !== null,
  };
  return { setting, wear: null };
}

export const mapKinds = ['distance-tilt', 'distance-light', 'distance-size', 'camera-scene'] as const;
export type MapKind = (typeof mapKinds)[number];

/** The conditions of a map: one of each row and column. */
export interface MapPlan {
  readonly kind: MapKind;
  readonly columns: readonly (number | CameraId)[];
  readonly rows: readonly (number | SceneId)[];
  /** The column and the row of what was asked. */
  readonly asked: { readonly column: number; readonly row: number };
  /** Row by row. */
  readonly conditions: readonly Condition[];
}

export const tiltSteps = [0, 15, 25, 35, 45] as const;
/** Daylight at a window, an office, a room in the evening, a corridor, a street lamp [from memory]. */
export const luxSteps = [2000, 500, plainScene.lux, 60, 25] as const;
export const sizeSteps = [0.5, 0.7, 0.85, 1, 1.25] as const;

/** Distances from the nearest at which the code fits the picture to where its pixels run out, with the one that is asked among them. */
export function distanceSteps({ codes, distanceM: asked }: Pick<ProofSetup, 'codes' | 'distanceM'>): {
  readonly metres: readonly number[];
  readonly asked: number;
} {
  const moduleMm = Math.min(...codes.map((code) => code.moduleMm));
  const nearest = Math.max(...codes.map(({ quietZone }) => nearestMm(quietZone.width))) / 1000;
  const farthest = (1.25 * farthestMm(moduleMm, leastPixelsPerModule)) / 1000;
  // Turned and leaning it takes more of the picture than straight.
  const from = Math.min(1.3 * nearest, asked);
  const to = Math.max(farthest, asked * 1.2);
  const between = (start: number, end: number, parts: number): number[] =>
    Array.from({ length: parts }, (_, part) => start * (end / start) ** (part / parts));
  const before = asked > from * 1.15 ? between(from, asked, 2) : [];
  const metres = [...before, ...between(asked, to, 3), to];
  return { metres: metres.map((one) => Number(one.toFixed(3))), asked: before.length };
}

export function planMap(setup: Pick<ProofSetup, 'codes' | 'distanceM'>, kind: MapKind): MapPlan {
  const plain = plainCondition(setup.distanceM);
  const map = <Column extends number | CameraId, Row extends number | SceneId>(
    columns: readonly Column[],
    rows: readonly Row[],
    asked: MapPlan['asked'],
    of: (column: Column, row: Row) => Partial<Condition>,
  ): MapPlan => ({
    kind,
    columns,
    rows,
    asked,
    conditions: rows.flatMap((row) => columns.map((column) => ({ ...plain, ...of(column, row) }))),
  });
  if (kind === 'camera-scene')
    return map(cameraIds, sceneIds, { column: 1, row: 0 }, (camera, scene) => ({ camera, scene }));
  const { metres, asked } = distanceSteps(setup);
  switch (kind) {
    case 'distance-tilt':
      return map(metres, tiltSteps, { column: asked, row: 2 }, (distanceM, tiltDegrees) => ({
        distanceM,
        tiltDegrees,
      }));
    case 'distance-light':
      return map(metres, luxSteps, { column: asked, row: 2 }, (distanceM, lux) => ({ distanceM, lux }));
    case 'distance-size':
      return map(metres, sizeSteps, { column: asked, row: 3 }, (distanceM, size) => ({ distanceM, size }));
  }
}
