/** Light and lens of a shot, against what follows from geometry and optics. */
import { describe, expect, it } from '@jest/globals';
import { blurPxAt, cameraOf, motionPxIn, noiseStepsIn, sceneOf, scenes, usualCamera } from '../camera';
import { lightOn } from './light';
import { theSensor } from './sensor';
import { handTilt, plainSetting, plasticMirrors, shotOf, type Setting } from './shot';

const setting = (change: Partial<Setting>): Setting => ({ ...plainSetting(300), ...change });

describe('a shot', () => {
  it('of the plain setting is as the limits on reading were measured', () => {
    const shots = Array.from({ length: 40 }, (_, number) => shotOf(plainSetting(300), 17, number + 1));
    expect(Math.max(...shots.map(({ tilt }) => tilt))).toBeLessThan(handTilt);
    expect(Math.max(...shots.map(({ tilt }) => tilt))).toBeGreaterThan(0.9 * handTilt);
    expect(
      shots.every(({ light }) => light.leastLight >= 0.6 && light.glare === null && light.shadow === null),
    ).toBe(true);
    expect(shots[0]!.lens).toMatchObject({ blurPx: 0.6, motionPx: 0, lossShare: 0.5 });
    expect(shots[0]!.lens.noiseSteps).toBeCloseTo(5, 9);
  });

  it('that is steady leans by the tilt that is asked, number 0 not at all', () => {
    const steady = setting({ mostTilt: 0.7, isSteady: true });
    expect([0, 1, 7].map((number) => shotOf(steady, 17, number).tilt)).toEqual([0, 0.7, 0.7]);
  });

  it('of a number is the same for ever', () => {
    const sun = setting({ scene: sceneOf('low-sun'), shine: { gloss: 0.6, mirrors: plasticMirrors } });
    expect(shotOf(sun, 17, 4)).toEqual(shotOf(sun, 17, 4));
    expect(shotOf(sun, 17, 4)).not.toEqual(shotOf(sun, 18, 4));
  });
});

describe('glare', () => {
  const glares = (gloss: number, scene = sceneOf('bench-lamp'), mirrors = plasticMirrors) =>
    Array.from(
      { length: 60 },
      (_, number) => shotOf(setting({ scene, shine: { gloss, mirrors } }), 17, number + 1).light.glare,
    ).filter((glare) => glare !== null);

  it('is brighter and smaller on what is glossier, and on bare metal brighter still', () => {
    const [matt, glossy] = [glares(0.2)[0]!, glares(0.9)[0]!];
    expect(glossy.peak).toBeGreaterThan(10 * matt.peak);
    expect(glossy.spread).toBeLessThan(matt.spread / 3);
    expect(glares(0.9, sceneOf('bench-lamp'), 0.55)[0]!.peak / glossy.peak).toBeCloseTo(0.55 / 0.04, 6);
  });

  it('holds all of the lamp’s share: peak times the square of its angle is gloss times what is mirrored times the share', () => {
    const [glare] = glares(0.7);
    const angle = glare!.spread / usualCamera.focalPx;
    expect(glare!.peak * angle ** 2).toBeCloseTo(0.7 * plasticMirrors * 0.8, 9);
  });

  it('lies in the middle when the piece leans by half of the angle of the lamp', () => {
    // By hand: a mirror that leans by t shows what lies 2 t aside.
    for (let number = 1; number < 30; number++) {
      const shot = shotOf(
        setting({ scene: sceneOf('bench-lamp'), shine: { gloss: 0.9, mirrors: 0.04 } }),
        17,
        number,
      );
      const lamp = Math.hypot(
        2 * shot.tilt * Math.cos(shot.leansTowards) - shot.light.glare!.right / usualCamera.focalPx,
        2 * shot.tilt * Math.sin(shot.leansTowards) - shot.light.glare!.down / usualCamera.focalPx,
      );
      expect(lamp).toBeGreaterThan((25 * Math.PI) / 180 - 1e-9);
      expect(lamp).toBeLessThan((70 * Math.PI) / 180 + 1e-9);
    }
  });

  it('is on chalk not to be seen, and on everything that is wet', () => {
    expect(glares(0.05, sceneOf('office'))).toEqual([]);
    expect(glares(0.05, sceneOf('wet')).length).toBe(60);
  });
});

describe('a lens', () => {
  it('blurs what is nearer than it can focus, by the disc of a thin lens', () => {
    const camera = usualCamera;
    expect(blurPxAt(camera, 90)).toBe(0.6);
    expect(blurPxAt(camera, 500)).toBe(0.6);
    // By hand at 60 mm: 2.4 x 4.3 x 30 / (60 x 85.7) = 0.0602 mm on pixels of 4.3 / 1478 mm: 20.7 across, a quarter of it 5.2.
    expect(blurPxAt(camera, 60)).toBeCloseTo(Math.hypot(0.6, 5.17), 1);
    expect(blurPxAt(cameraOf('good-phone'), 100)).toBeGreaterThan(2);
  });
});

describe('light and noise', () => {
  it('go together: a quarter of the light is twice the noise, until there is enough', () => {
    const pointAt = (lux: number): number => noiseStepsIn({ lux }, { noiseShare: 1 });
    expect(pointAt(150)).toBeCloseTo(5, 9);
    expect(pointAt(150 / 4)).toBeCloseTo(10, 9);
    expect(pointAt(20_000)).toBe(pointAt(2000));
  });

  it('a hand moves the picture as long as it is exposed', () => {
    // 1.5 degrees a second for a fifteenth of a second at 1478 px a radian: 2.6 px.
    expect(motionPxIn(sceneOf('dim-hall'), usualCamera)).toBeCloseTo(2.58, 1);
    expect(motionPxIn(sceneOf('overcast'), usualCamera)).toBe(0);
  });

  it.each(scenes.map(({ id }) => id))('%s is a scene that says what it is', (id) => {
    const scene = sceneOf(id);
    expect(scene.says.length).toBeGreaterThan(20);
    expect([scene.lux > 0, scene.leastLight > 0, scene.leastLight <= 1]).toEqual([true, true, true]);
  });
});

describe('light on a row', () => {
  const [side, field, steps] = [200, 160, 1000];
  const rowOf = (change: object, row: number) => {
    const plain = {
      leastLight: 1,
      lightFrom: 0,
      shadow: null,
      glare: null,
      veil: 0,
      white: [1, 1, 1] as const,
    };
    const sensor = theSensor();
    const lights = lightOn(sensor, { ...plain, ...change }, side, field, steps);
    lights.fill(row);
    return { lit: sensor.row(lights.lit, side), shine: sensor.row(lights.shine, side) };
  };

  it('falls within a shadow to its share, on the side away from the light', () => {
    const { lit } = rowOf({ shadow: { light: 0.4, from: 0, aside: 0 } }, 100);
    expect(lit[20]! / steps).toBeCloseTo(0.4, 5);
    expect(lit[180]! / steps).toBeCloseTo(1, 5);
    expect(lit[100]! / steps).toBeGreaterThan(0.5);
    expect(lit[100]! / steps).toBeLessThan(0.9);
  });

  it('has glare where it is, falling off as a Gaussian, and a veil everywhere', () => {
    const glare = { peak: 2, right: 30, down: 0, spread: 10 };
    const { shine } = rowOf({ glare, veil: 0.1 }, 100);
    expect(shine[130]! / steps).toBeCloseTo(2.1, 2);
    expect(shine[140]! / steps).toBeCloseTo(0.1 + 2 * Math.exp(-0.5), 2);
    expect(shine[10]! / steps).toBeCloseTo(0.1, 5);
  });
});
