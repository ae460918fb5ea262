/** Limits on the shapes of modules and patterns, as readers were found to take them. */
import { finderProportions, mapFinders, unitArea } from '../artwork';
import { say, type Fix, type Severity, type Source } from '../finding';
import { slack } from '../numbers';
import { pixelsPerModule } from '../camera';
import { changeStyle, fix } from './changes';
import { cameraContrast } from './contrast';
import fillTable from './fillTable.json' with { type: 'json' };
import { joinFixes } from './fineness';
import type { CodeContext } from './context';
import type { Measured } from './measured';

const shots: Source = { tag: 'sim', text: 'simulated shots with several readers, turned all ways' };

/** A fill that no unit has. */
const never = 1.05;

/** Least fill of units by contrast to cameras and pixels a module: between the measured ones as on a plane. */
function leastFillAt(contrast: number, pixels: number): number {
  const { contrasts, pixels: measuredPixels, leastFill } = fillTable;
  const [row, rowShare] = placeAmong(contrasts, contrast);
  const [column, columnShare] = placeAmong(measuredPixels, pixels);
  const cell = (down: number, right: number): number =>
    leastFill[Math.min(row + down, contrasts.length - 1)]![
      Math.min(column + right, measuredPixels.length - 1)
    ] ?? never;
  const along = (down: number): number => cell(down, 0) + (cell(down, 1) - cell(down, 0)) * columnShare;
  return along(0) + (along(1) - along(0)) * rowShare;
}

/** The last of rising values that is not above one, and how far towards the next it is. */
function placeAmong(values: readonly number[], value: number): [number, number] {
  const place = Math.max(
    0,
    values.findLastIndex((each) => each <= value),
  );
  const next = values[place + 1];
  return [place, next === undefined ? 0 : Math.max(0, (value - values[place]!) / (next - values[place]!))];
}

/**
 * Units that stand alone, as the side of a square of their area. What is left of growth widens dark units, or narrows them
 * where light is marked.
 */
export function measureUnitFill(context: CodeContext): Measured | null {
  const { style, placed, plan, readingDistanceMm } = context;
  const { modules } = style;
  if (modules.join === 'all' && modules.fill === 1) return null;
  const grown = (2 * plan.residualGrowthMm) / placed.moduleMm;
  const fill = Math.sqrt(unitArea(modules)) + (plan.marks === 'dark-modules' ? grown : -grown);
  const pixels = pixelsPerModule(placed.moduleMm, readingDistanceMm);
  const leastFill = Math.max(0.4, leastFillAt(cameraContrast(context), pixels));
  const enough = fill >= leastFill - slack;
  const needed = Math.min(1, Math.ceil(((modules.fill * leastFill) / fill) * 100) / 100);
  return {
    kind: 'unit-fill',
    station: 'style',
    severity: enough ? 'fine' : 'caution',
    title: 'Fill of a module',
    text: enough
      ? ['Units cover enough of their modules, at this contrast and from this distance.']
      : say`Units cover so little of their modules that some readers miss them at ${pixels.toFixed(1)} pixels a module and this contrast.`,
    measured: { value: fill * 100, unit: '%' },
    required: { value: leastFill * 100, unit: '%', comparison: '>=' },
    source: shots,
    fixes: () =>
      enough
        ? []
        : [
            ...(leastFill > 1
              ? []
              : [
                  fix(
                    say`Fill ${Math.round(needed * 100)} %`,
                    changeStyle(context, { modules: { ...modules, fill: needed } }),
                  ),
                ]),
            ...joinFixes(context, { fill: 1 }),
          ],
  };
}

/** Corner radius of a finder ring, of 3.5 modules, up to which every reader is prompt, and from which several fail. */
const safeCorner = 1;
const strongCorner = 2;

export function measureFinderCorners(context: CodeContext): Measured {
  const { style } = context;
  const largest = Math.max(...style.finders.map(({ ring }) => ring.cornerModules));
  const severity: Severity = largest > safeCorner + slack ? 'caution' : 'fine';
  return {
    kind: 'finder-corners',
    station: 'style',
    severity,
    title: 'Finder corners',
    text:
      severity === 'fine'
        ? ['Corners of the finder rings are square enough for the readers that were tried.']
        : largest >= strongCorner
          ? ['Finder rings so round are lost by several readers when the code is turned.']
          : ['Finder rings with such corners are lost by one reader when the code is turned.'],
    measured: { value: largest, unit: 'X' },
    required: { value: safeCorner, unit: 'X', comparison: '<=' },
    source: shots,
    fixes: () => (severity === 'fine' ? [] : squarerRings(context)),
  };
}

function squarerRings(context: CodeContext): Fix[] {
  const finders = mapFinders(context.style.finders, ({ ring, ...rest }) => ({
    ...rest,
    ring: { ...ring, cornerModules: safeCorner },
  }));
  return [fix(say`Make the corners ${safeCorner} X`, changeStyle(context, { finders }))];
}

/** Readers take runs that are off by up to half of their share; common practice. */
const proportionTolerance = 0.5;

export function measureFinderProportions(context: CodeContext): Measured {
  const { style } = context;
  const measured = style.finders.map(finderProportions);
  const worst = measured.reduce((a, b) => (b.worst > a.worst ? b : a));
  const enough = worst.worst <= proportionTolerance + slack;
  const place = `${worst.angleDegrees}° line${worst.offsetModules === 0 ? ' through the middle' : `, ${Math.abs(worst.offsetModules)} X off the middle`}`;
  return {
    kind: 'finder-proportions',
    station: 'style',
    severity: enough ? 'fine' : 'caution',
    title: 'Finder 1:1:3:1:1',
    text: enough
      ? ['Dark and light keep the proportions by which readers find the code, on every line.']
      : say`On the ${place}, dark and light lose the proportions by which readers find the code. Give ring and centre the same kind of corner.`,
    measured: { value: Math.min(worst.worst, 9.99) * 100, unit: '%' },
    required: { value: proportionTolerance * 100, unit: '%', comparison: '<=' },
    source: { tag: 'std', text: 'ISO/IEC 18004:2015, 6.3.3 and 13.1; tolerance: common practice' },
    fixes: () => (enough ? [] : squarerRings(context)),
  };
}

export function measureAlignment(context: CodeContext): Measured | null {
  const { style, symbol } = context;
  if (symbol.version === 1) return null;
  const isSolid = style.alignment === 'solid';
  return {
    kind: 'alignment',
    station: 'style',
    severity: isSolid ? 'fine' : 'caution',
    title: 'Alignment patterns',
    text: isSolid
      ? ['Drawn as solid squares, whatever the modules do.']
      : ['Small units and round shapes break alignment patterns first. Solid squares are safe.'],
    measured: { words: isSolid ? 'solid' : `like the ${style.alignment}` },
    required: { words: 'solid' },
    source: shots,
    fixes: () =>
      isSolid ? [] : [fix(['Draw them as solid squares'], changeStyle(context, { alignment: 'solid' }))],
  };
}
