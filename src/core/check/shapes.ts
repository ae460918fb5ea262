/** Limits on the shapes of modules and patterns, as readers were found to take them. */
import { finderProportions, mapFinders, unitArea } from '../artwork';
import { say, type Fix, type Severity, type Source } from '../finding';
import { slack } from '../numbers';
import { changeStyle, fix } from './changes';
import type { CodeContext } from './context';
import type { Measured } from './measured';

const shots: Source = { tag: 'sim', text: 'simulated shots with five readers, turned all ways' };

/** Side of a square of a unit's area: 65 % fill reads everywhere, dots under 70 % of the module's width do not. */
const leastFill = 0.62;

export function measureUnitFill(context: CodeContext): Measured | null {
  const { style } = context;
  const { modules } = style;
  if (modules.join === 'all' && modules.fill === 1) return null;
  const fill = Math.sqrt(unitArea(modules));
  const enough = fill >= leastFill - slack;
  const needed = Math.min(1, Math.ceil(((modules.fill * leastFill) / fill) * 100) / 100);
  return {
    kind: 'unit-fill',
    station: 'style',
    severity: enough ? 'fine' : 'caution',
    title: 'Fill of a module',
    text: enough
      ? ['Units cover enough of their modules for every reader.']
      : ['Units cover so little of their modules that some readers miss them, most of all from a distance.'],
    measured: { value: fill * 100, unit: '%' },
    required: { value: leastFill * 100, unit: '%', comparison: '>=' },
    source: shots,
    fixes: () =>
      enough
        ? []
        : [
            fix(
              say`Fill ${Math.round(needed * 100)} %`,
              changeStyle(context, { modules: { ...modules, fill: needed } }),
            ),
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
        ? ['Corners of the finder rings are square enough for every reader.']
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
