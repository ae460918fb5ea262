import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { nominalPxPerMm, pxPerMmOfCard, rulerTicks, shownBox, stageScale, zoomedScale } from './stageScale';

const lengths = fc.double({ min: 1, max: 5000, noNaN: true });

const sized = (width: number, height: number) => ({ x: 0, y: 0, width, height });

describe('what is shown of a piece', () => {
  it('is the sheet with what a contour reaches beyond it, so that nothing of it is cropped', () => {
    const made = { widthMm: 60, heightMm: 40 };
    expect(shownBox({ ...made, cut: { x: 0, y: 0, width: 60, height: 40 } })).toEqual(sized(60, 40));
    expect(shownBox({ ...made, cut: { x: 10, y: 10, width: 20, height: 10 } })).toEqual(sized(60, 40));
    const box = shownBox({ ...made, cut: { x: -3, y: 5, width: 50, height: 45 } });
    expect(box).toEqual({ x: -3, y: 0, width: 63, height: 50 });
    const { originX, originY, pxPerMm } = stageScale(1008, 408, box, true);
    expect(originX - 3 * pxPerMm).toBeGreaterThan(24);
    expect(originY + 50 * pxPerMm).toBeLessThan(408);
  });
});

describe('stageScale', () => {
  it('keeps every piece on the stage, at one scale for both directions', () => {
    fc.assert(
      fc.property(lengths, lengths, (widthMm, heightMm) => {
        const { pxPerMm, originX, originY } = stageScale(1008, 408, sized(widthMm, heightMm), true);
        expect(originX).toBeGreaterThanOrEqual(0);
        expect(originY).toBeGreaterThanOrEqual(0);
        expect(originX + widthMm * pxPerMm).toBeLessThanOrEqual(1008);
        expect(originY + heightMm * pxPerMm).toBeLessThanOrEqual(408);
      }),
      { seed: 17 },
    );
  });

  it('does not blow a tiny piece up without end, and bears a stage without room', () => {
    expect(stageScale(4000, 4000, sized(1, 1), false).pxPerMm).toBe(24);
    expect(stageScale(0, 0, sized(60, 40), true).pxPerMm).toBeGreaterThan(0);
  });
});

describe('a chosen scale', () => {
  it('keeps the middle of the piece where it was when all of it was shown', () => {
    const whole = stageScale(1008, 408, sized(60, 40), true);
    const near = zoomedScale(1008, 408, sized(60, 40), 20, { x: 0, y: 0 }, true);
    const middle = ({ originX, originY, pxPerMm }: typeof whole) => [
      originX + 30 * pxPerMm,
      originY + 20 * pxPerMm,
    ];
    expect(middle(near)).toEqual(middle(whole).map((value) => expect.closeTo(value, 6)));
    expect(zoomedScale(1008, 408, sized(60, 40), 20, { x: 7, y: -3 }, true).originX).toBeCloseTo(
      near.originX + 7,
      9,
    );
  });

  it('is true to size by the card that was held against the screen, else by definition', () => {
    // CSS Values 3, 6.2: 96 px to the inch of 25.4 mm. ISO/IEC 7810, ID-1: 85.60 mm.
    expect(pxPerMmOfCard(null, 85.6)).toBe(nominalPxPerMm);
    expect(nominalPxPerMm).toBeCloseTo(3.7795, 4);
    expect(pxPerMmOfCard(428, 85.6)).toBeCloseTo(5, 9);
  });
});

describe('rulerTicks', () => {
  it('has zero at the edge of the piece and labels that say where they stand', () => {
    const ticks = rulerTicks(120, 7.2, 1000, 'mm');
    expect(ticks.find(({ label }) => label === '0')!.px).toBe(120);
    for (const { px, label } of ticks)
      if (label !== null) expect(px).toBeCloseTo(120 + Number(label) * 7.2, 6);
  });

  it('counts inches for those who do', () => {
    const ticks = rulerTicks(100, 4, 900, 'in');
    // An inch is 25.4 mm (ISO 80000-3, annex).
    expect(ticks.find(({ label }) => label === '1')!.px).toBeCloseTo(100 + 25.4 * 4, 6);
  });

  it('leaves at least 46 pixels between labels at any scale', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.05, max: 24, noNaN: true }), (pxPerMm) => {
        const labelled = rulerTicks(0, pxPerMm, 1000, 'mm').filter(({ label }) => label !== null);
        labelled
          .slice(1)
          .forEach(({ px }, index) => expect(px - labelled[index]!.px).toBeGreaterThanOrEqual(46 - 1e-9));
      }),
      { seed: 17 },
    );
  });
});
