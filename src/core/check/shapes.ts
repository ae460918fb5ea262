/** Limits on the shapes of modules and patterns, as readers were found to take them. */
import { finderProportions, unitArea } from '../artwork';
import type { Finding, Fix, Severity, Source } from '../finding';
import { change, slack, type LimitContext } from './context';

const shots: Source = { tag: 'sim', text: 'simulated shots with five readers, turned all ways' };

/** Side of a square of a unit's area: 65 % fill reads everywhere, dots under 70 % of the module's width do not. */
const leastFill = 0.62;

export function measureUnitFill({ style }: LimitContext): Finding | null {
  const { modules } = style;
  if (modules.join === 'all' && modules.fill === 1) return null;
  const fill = Math.sqrt(unitArea(modules));
  const enough = fill >= leastFill - slack;
  const needed = Math.min(1, Math.ceil(((modules.fill * leastFill) / fill) * 100) / 100);
  return {
    code: 'unit-fill',
    severity: enough ? 'fine' : 'caution',
    title: 'Fill of a module',
    text: enough
      ? 'Units cover enough of their modules for every reader.'
      : 'Units cover so little of their modules that some readers miss them, most of all from a distance.',
    measured: { value: fill * 100, unit: '%' },
    required: { value: leastFill * 100, unit: '%', comparison: '>=' },
    source: shots,
    fixes: enough
      ? []
      : [{ label: `Fill ${Math.round(needed * 100)} %`, changes: [change('style.modules.fill', needed)] }],
  };
}

/** Corner radius of a finder ring, of 3.5 modules, up to which every reader is prompt, and from which several fail. */
const safeCorner = 1;
const strongCorner = 2;

export function measureFinderCorners({ style }: LimitContext): Finding {
  const largest = Math.max(...style.finders.map(({ ring }) => ring.cornerModules));
  const severity: Severity = largest > safeCorner + slack ? 'caution' : 'fine';
  return {
    code: 'finder-corners',
    severity,
    title: 'Finder corners',
    text:
      severity === 'fine'
        ? 'Corners of the finder rings are square enough for every reader.'
        : largest >= strongCorner
          ? 'Finder rings so round are lost by several readers when the code is turned.'
          : 'Finder rings with such corners are lost by one reader when the code is turned.',
    measured: { value: largest, unit: 'X' },
    required: { value: safeCorner, unit: 'X', comparison: '<=' },
    source: shots,
    fixes: severity === 'fine' ? [] : finderFixes(style.finders.length, 'ring', safeCorner),
  };
}

function finderFixes(count: number, part: 'ring' | 'centre', cornerModules: number): Fix[] {
  return [
    {
      label: `Make the corners ${cornerModules} X`,
      changes: Array.from({ length: count }, (_, place) =>
        change(`style.finders.${place}.${part}.cornerModules`, cornerModules),
      ),
    },
  ];
}

/** Readers take runs that are off by up to half of their share; common practice. */
const proportionTolerance = 0.5;

export function measureFinderProportions({ style }: LimitContext): Finding {
  const measured = style.finders.map(finderProportions);
  const worst = measured.reduce((a, b) => (b.worst > a.worst ? b : a));
  const enough = worst.worst <= proportionTolerance + slack;
  const place = `${worst.angleDegrees}° line${worst.offsetModules === 0 ? ' through the middle' : `, ${Math.abs(worst.offsetModules)} X off the middle`}`;
  return {
    code: 'finder-proportions',
    severity: enough ? 'fine' : 'caution',
    title: 'Finder 1:1:3:1:1',
    text: enough
      ? 'Dark and light keep the proportions by which readers find the code, on every line.'
      : `On the ${place}, dark and light lose the proportions by which readers find the code. Give ring and centre the same kind of corner.`,
    measured: { value: Math.min(worst.worst, 9.99) * 100, unit: '% off' },
    required: { value: proportionTolerance * 100, unit: '% off', comparison: '<=' },
    source: { tag: 'std', text: 'ISO/IEC 18004:2015, 6.3.3 and 13.1; tolerance: common practice' },
    fixes: enough ? [] : finderFixes(style.finders.length, 'ring', safeCorner),
  };
}

export function measureAlignment({ style, symbol }: LimitContext): Finding | null {
  if (symbol.version === 1) return null;
  const isSolid = style.alignment === 'solid';
  return {
    code: 'alignment',
    severity: isSolid ? 'fine' : 'caution',
    title: 'Alignment patterns',
    text: isSolid
      ? 'Drawn as solid squares, whatever the modules do.'
      : 'Small units and round shapes break alignment patterns first. Solid squares are safe.',
    measured: { value: null, unit: style.alignment === 'solid' ? 'solid' : `like the ${style.alignment}` },
    required: { value: null, unit: 'solid' },
    source: shots,
    fixes: isSolid
      ? []
      : [{ label: 'Draw them as solid squares', changes: [change('style.alignment', 'solid')] }],
  };
}
