/** Where a piece is read, as makers speak of it. Values are from memory unless a source is named. */
import type { Camera } from './grades';

export interface Scene {
  readonly id: SceneId;
  readonly name: string;
  readonly says: string;
  /** Light on the piece. */
  readonly lux: number;
  /** Light on the darker side of the code as a share of that on the brighter one, at its worst. */
  readonly leastLight: number;
  /** Light within a shadow whose edge falls over the code, as a share; null where there is none. */
  readonly shadow: number | null;
  /** What is mirrored in a glossy piece; null where nothing bright is about. */
  readonly lamp: Lamp | null;
  /** Light that is mirrored by glass in front of the piece, as a share of white on the piece. */
  readonly veil: number;
  /** What the camera's white balance leaves of the light's colour: red, green, blue. */
  readonly tint: readonly [number, number, number];
  /** A film of water lies on it. */
  readonly isWet: boolean;
  /** How fast the hand that holds the phone turns. */
  readonly handDegreesPerS: number;
  /** By how many stops the camera's exposure is off at most, either way. */
  readonly exposureStops: number;
}

export interface Lamp {
  /** Share of the light on the piece that comes from it. */
  readonly share: number;
  /** Half of the angle that it takes up, in radians. */
  readonly halfAngle: number;
  /** How far from the line of sight it stands, in radians, at least and at most. */
  readonly aside: readonly [number, number];
}

const even = { shadow: null, veil: 0, tint: [1, 1, 1], isWet: false } as const;
const lamp = (share: number, halfDegrees: number, from: number, to: number): Lamp => ({
  share,
  halfAngle: (halfDegrees * Math.PI) / 180,
  aside: [(from * Math.PI) / 180, (to * Math.PI) / 180],
});

const sceneList = [
  {
    ...even,
    id: 'room',
    name: 'In a room',
    says: 'Light from one side, nothing bright that is mirrored: what the limits on reading were measured in.',
    lux: 150,
    leastLight: 0.6,
    lamp: null,
    handDegreesPerS: 0.3,
    exposureStops: 0,
  },
  {
    ...even,
    id: 'bench-lamp',
    name: 'Bench lamp',
    says: 'A lamp close by, which falls off quickly and shows in what is glossy.',
    lux: 700,
    leastLight: 0.45,
    lamp: lamp(0.8, 3, 25, 70),
    tint: [1.12, 1, 0.82],
    handDegreesPerS: 0.5,
    exposureStops: 0.5,
  },
  {
    ...even,
    id: 'office',
    name: 'Office',
    says: 'Even light from panels overhead.',
    lux: 450,
    leastLight: 0.75,
    lamp: lamp(0.25, 10, 35, 80),
    handDegreesPerS: 0.5,
    exposureStops: 0.3,
  },
  {
    ...even,
    id: 'overcast',
    name: 'Overcast',
    says: 'Outdoors under an even sky.',
    lux: 9000,
    leastLight: 0.85,
    lamp: lamp(0.5, 40, 40, 90),
    tint: [0.95, 1, 1.06],
    handDegreesPerS: 1,
    exposureStops: 0.3,
  },
  {
    ...even,
    id: 'low-sun',
    name: 'Low sun',
    says: 'Sun from one side, with the edge of a shadow over the piece.',
    lux: 25_000,
    leastLight: 0.55,
    shadow: 0.4,
    lamp: lamp(0.8, 0.27, 40, 100),
    tint: [1.1, 1, 0.85],
    handDegreesPerS: 1,
    exposureStops: 0.7,
  },
  {
    ...even,
    id: 'dim-hall',
    name: 'Dim hall',
    says: 'Evening light: a long exposure in the hand, and noise.',
    lux: 30,
    leastLight: 0.6,
    lamp: lamp(0.5, 3, 30, 90),
    tint: [1.15, 1, 0.75],
    handDegreesPerS: 1.5,
    exposureStops: 0.5,
  },
  {
    ...even,
    id: 'shop-window',
    name: 'Through a shop window',
    says: 'Behind glass that mirrors the street.',
    lux: 900,
    leastLight: 0.7,
    lamp: lamp(0.3, 12, 20, 80),
    // Eight in a hundred of a street that is twice as bright as what lies inside (two surfaces of glass, Fresnel).
    veil: 0.16,
    handDegreesPerS: 1,
    exposureStops: 0.5,
  },
  {
    ...even,
    id: 'wet',
    name: 'Wet',
    says: 'Rain or spray on it, under an open sky.',
    lux: 5000,
    leastLight: 0.8,
    lamp: lamp(0.4, 25, 35, 90),
    isWet: true,
    handDegreesPerS: 2,
    exposureStops: 0.4,
  },
] as const;

export type SceneId = (typeof sceneList)[number]['id'];
export const scenes: readonly Scene[] = sceneList;
export const sceneIds = sceneList.map(({ id }) => id) as [SceneId, ...SceneId[]];
export const sceneOf = (id: SceneId): Scene => scenes.find((scene) => scene.id === id)!;
/** What the limits on reading were measured in. */
export const plainScene: Scene = sceneOf('room');

/** The longest time of a live picture. */
const longestS = 1 / 15;
/** Light times time at which a picture needs no amplifying. */
const wellExposedLuxS = 40;
/** What limits were measured with, and the light times time at which a usual phone has it. */
const measuredNoiseSteps = 5;
const measuredLuxS = 10;
const leastNoiseSteps = 1.5;
const exposureS = (lux: number): number => Math.min(wellExposedLuxS / lux, longestS);

/**
 * Noise in steps of 255. Photons arrive with a deviation of the root of their number, and encoding makes of that about the
 * same everywhere between dark and light.
 */
export function noiseStepsIn(
  { lux }: Pick<Scene, 'lux'>,
  { noiseShare }: Pick<Camera, 'noiseShare'>,
): number {
  const steps = measuredNoiseSteps * noiseShare * Math.sqrt(measuredLuxS / (lux * exposureS(lux)));
  return Math.max(steps, leastNoiseSteps);
}

/** Shorter ways are lost in the blur of the lens as it was measured. */
const leastMotionPx = 1;

/** How far the picture moves while it is exposed, in pixels. */
export function motionPxIn(
  { lux, handDegreesPerS }: Pick<Scene, 'lux' | 'handDegreesPerS'>,
  { focalPx }: Pick<Camera, 'focalPx'>,
): number {
  const wayPx = ((handDegreesPerS * Math.PI) / 180) * exposureS(lux) * focalPx;
  return wayPx < leastMotionPx ? 0 : wayPx;
}
