/** How one photograph is taken: from where, in which light, by which lens. Angles in radians, lengths in the picture in pixels. */
import {
  blurPxAt,
  motionPxIn,
  noiseStepsIn,
  plainScene,
  usualCamera,
  type Camera,
  type Scene,
} from '../camera';
import { randomAt } from '../numbers';

export interface Shot {
  readonly seed: number;
  /** By how much the camera is turned about its line of sight. */
  readonly turn: number;
  /** By how much the piece leans back, and towards which side of the picture. */
  readonly tilt: number;
  readonly leansTowards: number;
  readonly light: Light;
  readonly lens: Lens;
}

export interface Light {
  /** Light on the darker side of the code as a share of that on the brighter one, and where the brighter one is. */
  readonly leastLight: number;
  readonly lightFrom: number;
  /** A shadow's edge; null for none. */
  readonly shadow: Shadow | null;
  /** A lamp that is mirrored; null where none is. */
  readonly glare: Glare | null;
  /** Light that is mirrored before the piece, as a share of white. */
  readonly veil: number;
  /** What the picture shows of white, by channel. */
  readonly white: readonly [number, number, number];
}

export interface Shadow {
  /** Light within it, as a share. */
  readonly light: number;
  /** Where the light is, and how far its edge lies from the middle as a share of the code's width. */
  readonly from: number;
  readonly aside: number;
}

export interface Glare {
  /** Light in its middle beside that of white. */
  readonly peak: number;
  /** Its middle from the picture's, and its deviation. */
  readonly right: number;
  readonly down: number;
  readonly spread: number;
}

export interface Lens {
  readonly blurPx: number;
  readonly motionPx: number;
  readonly moves: 'along-rows' | 'across-rows';
  /** Noise of the sensor in steps of 255. */
  readonly noiseSteps: number;
  /** Quantisation of what is kept, as a share of the usual table. */
  readonly lossShare: number;
}

/** What a piece does to light: 0 chalk, 1 a mirror, and how much of the light that mirror gives back. */
export interface Shine {
  readonly gloss: number;
  readonly mirrors: number;
}

/** What is sealed or of plastic gives back so much of what falls on it straight (Fresnel, refractive index 1.5). */
export const plasticMirrors = 0.04;
/** Bare metal [from memory]. */
export const metalMirrors = 0.55;

/** Where and with what a series of shots is taken. */
export interface Setting {
  readonly scene: Scene;
  readonly camera: Camera;
  readonly shine: Shine;
  readonly distanceMm: number;
  /** The largest tilt; each shot has its share of it. */
  readonly mostTilt: number;
  /** All shots have the largest tilt. */
  readonly isSteady: boolean;
}

/** Each shot is turned on from the last by the golden angle, so that any number of them covers all ways evenly. */
const goldenAngle = Math.PI * (3 - Math.sqrt(5));
/** Held by hand the piece is seldom seen straight [from memory]; readers take 30 degrees [simulated shots]. */
export const handTilt = (25 * Math.PI) / 180;

/** As the limits on reading were measured. */
export const plainSetting = (distanceMm: number, shine: Shine = { gloss: 0, mirrors: 0 }): Setting => ({
  scene: plainScene,
  camera: usualCamera,
  shine,
  distanceMm,
  mostTilt: handTilt,
  isSteady: false,
});

/** How the shot of a number is taken. Number 0 is straight, in even light. Each way goes on by a step of its own, so that they do not go together. */
export function shotOf(setting: Setting, seed: number, number: number): Shot {
  const { scene, camera, distanceMm, mostTilt, isSteady } = setting;
  const part = (step: number): number => (number * step) % 1;
  const tilt = number === 0 ? 0 : isSteady ? mostTilt : mostTilt * part(Math.SQRT2);
  const leansTowards = number * Math.PI * Math.sqrt(3);
  const exposure = 2 ** (scene.exposureStops * (2 * part(Math.sqrt(11)) - (number === 0 ? 0 : 1)));
  const wide = { tilt, leansTowards };
  const shot = {
    seed: seed * 1000 + number,
    turn: number * goldenAngle,
    ...wide,
    light: {
      leastLight: 1 - (1 - scene.leastLight) * part(Math.sqrt(7)),
      lightFrom: number * Math.PI * Math.sqrt(5),
      shadow:
        scene.shadow === null || number === 0
          ? null
          : {
              light: scene.shadow,
              from: number * Math.PI * Math.sqrt(13),
              aside: 1.2 * (part(Math.sqrt(17)) - 0.5),
            },
      glare: number === 0 ? null : glareOf(setting, seed, number, wide),
      veil: scene.veil,
      white: scene.tint.map((share) => share * exposure) as [number, number, number],
    },
    lens: {
      blurPx: blurPxAt(camera, distanceMm),
      motionPx: motionPxIn(scene, camera),
      moves: number % 2 === 0 ? 'along-rows' : 'across-rows',
      noiseSteps: noiseStepsIn(scene, camera),
      lossShare: camera.lossShare,
    },
  } satisfies Shot;
  return shot;
}

/** Water smooths whatever it lies on. */
const wetGloss = 0.95;
/** Deviation of the slopes of a surface, by its gloss [from memory]. */
const roughnessOf = (gloss: number): number => 0.02 + 0.3 * (1 - gloss);
/** Less light than this is seen by nobody. */
const leastGlare = 0.01;

/**
 * A surface whose slopes deviate by r mirrors a lamp of half the angle a as a spot of the angle s, s^2 = a^2 + (2 r)^2. All
 * light of the lamp, a share of what falls on the piece, is in it, so that it is as bright as share / s^2 beside white
 * (Lambert). A piece that leans by t mirrors what lies 2 t aside.
 */
function glareOf(
  { scene: { lamp, isWet }, camera, shine }: Setting,
  seed: number,
  number: number,
  { tilt, leansTowards }: Pick<Shot, 'tilt' | 'leansTowards'>,
): Glare | null {
  if (lamp === null) return null;
  const gloss = isWet ? Math.max(wetGloss, shine.gloss) : shine.gloss;
  const mirrors = isWet ? Math.max(shine.mirrors, plasticMirrors) : shine.mirrors;
  const angle = Math.hypot(lamp.halfAngle, 2 * roughnessOf(gloss));
  const peak = (mirrors * gloss * lamp.share) / angle ** 2;
  if (peak < leastGlare) return null;
  const aside = lamp.aside[0] + (lamp.aside[1] - lamp.aside[0]) * randomAt(seed, number, 71);
  const towards = 2 * Math.PI * randomAt(seed, number, 72);
  const seenAt = (of: (angle: number) => number): number =>
    camera.focalPx * (2 * tilt * of(leansTowards) - aside * of(towards));
  return { peak, right: seenAt(Math.cos), down: seenAt(Math.sin), spread: camera.focalPx * angle };
}
