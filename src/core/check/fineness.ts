/** Limits on how fine the machine can work. */
import type { ModuleStyle } from '../artwork';
import { mm, say, type Fix, type Severity } from '../finding';
import { slack } from '../numbers';
import { decidingValues, modulesPerBridge, moduleSourceOf, narrowestLightMm, sourceOf } from '../plan';
import { changeLogo, changePlacement, changeStyle, fix } from './changes';
import { hasQuietZone, withCodeWidth, type CodeContext } from './context';
import type { Measured } from './measured';
import { isSplit, leastMadeModuleMm, thinnestDrawnMm } from './partNeeds';
import { fewerModulesFixes, widerCodeFixes } from './sizeFixes';

export function measureModuleSize(context: CodeContext): Measured {
  const { placed, pair, symbol } = context;
  const least = pair.smallestModuleMm;
  const enough = placed.moduleMm >= least - slack;
  const { elementMm, elementFactor, thicknessFactor } = pair.process;
  const [deciding] = decidingValues(pair);
  const reason =
    deciding === 'elementMm' && elementFactor > 1
      ? say`${elementFactor} marks of ${mm(elementMm)}`
      : deciding === 'thicknessFactor'
        ? say`${thicknessFactor ?? 0} of the thickness of ${mm(pair.material.thicknessMm)}`
        : deciding === 'bridgeMm'
          ? say`${modulesPerBridge} bridges of ${mm(pair.process.bridgeMm ?? 0)}`
          : deciding === 'growthMm'
            ? say`one mark of ${mm(elementMm)}, and the growth of ${mm(pair.edgeGrowthMm)} on both edges`
            : 'the least that holds up on this material';
  return {
    kind: 'module-size',
    station: 'piece',
    severity: enough ? 'fine' : 'stop',
    title: 'Module',
    text: enough
      ? say`The ${pair.machine.name} needs ${mm(least)}: ${reason}.`
      : say`A module of ${mm(placed.moduleMm)} is too fine for the ${pair.machine.name}, which needs ${mm(least)}: ${reason}.`,
    measured: { value: placed.moduleMm, unit: 'mm' },
    required: { value: least, unit: 'mm', comparison: '>=' },
    source: moduleSourceOf(pair),
    fixes: () =>
      enough ? [] : [...widerCodeFixes(context, least * symbol.size), ...fewerModulesFixes(context, least)],
  };
}

/** Modules of a broken number of dots come out by up to half a dot too wide or too narrow on each edge. */
export function measureWholeDots(context: CodeContext): Measured | null {
  const { placed, pair, symbol, laying } = context;
  const { dotMm } = pair.machine;
  if (dotMm === null) return null;
  const dots = placed.moduleMm / dotMm;
  const whole = Math.abs(dots - Math.round(dots)) * symbol.size < 0.02;
  const unevenness = 0.5 / dots;
  const severity: Severity = whole ? 'fine' : unevenness > growthStop ? 'stop' : 'caution';
  const leastDots = Math.ceil(pair.smallestModuleMm / dotMm - slack);
  const candidates = [
    ...new Set([Math.floor(dots), Math.ceil(dots)].map((count) => Math.max(count, leastDots))),
  ];
  const snapped = (): Fix[] =>
    candidates
      .map((count) => ({ count, codeWidthMm: Number((count * dotMm * symbol.size).toFixed(4)) }))
      .filter(({ codeWidthMm }) => hasQuietZone(context, withCodeWidth(laying, codeWidthMm)))
      .map(({ count, codeWidthMm }) =>
        fix(
          say`Snap to ${count} dots a module (${mm(codeWidthMm)})`,
          changePlacement(context, { widthMm: codeWidthMm }),
        ),
      );
  return {
    kind: 'whole-dots',
    station: 'piece',
    severity,
    title: 'Whole dots',
    text: whole
      ? say`Every module is ${Math.round(dots)} dots wide.`
      : say`A module is not a whole number of dots, so some come out a dot wider than others, up to ${Math.round(unevenness * 100)} % on an edge.`,
    measured: { value: dots, unit: 'dots' },
    required: { value: Math.max(Math.round(dots), leastDots), unit: 'dots', comparison: '=' },
    source: { tag: 'cp', text: 'common practice, no source; growth limits from simulated shots' },
    fixes: () => {
      if (whole) return [];
      const snaps = snapped();
      return snaps.length > 0 ? snaps : widerCodeFixes(context, leastDots * dotMm * symbol.size);
    },
  };
}

/** Shares of a module by which edges may be off before readers start to fail, and before most do. */
const growthCaution = 0.1;
const growthStop = 0.2;

/** What is left of the growth after the file took it back, as a share of the module. */
export function measureGrowth(context: CodeContext): Measured {
  const { placed, plan, pair, symbol } = context;
  const share = Math.abs(plan.residualGrowthMm) / placed.partMm;
  const severity: Severity =
    share > growthStop + slack ? 'stop' : share > growthCaution + slack ? 'caution' : 'fine';
  const taken =
    plan.compensationMm > 0
      ? say`Marks grow ${mm(pair.edgeGrowthMm)} on each edge; the file draws them in by ${mm(plan.compensationMm)}.`
      : say`Marks grow ${mm(pair.edgeGrowthMm)} on each edge, less than a dot, so the file cannot take it back.`;
  return {
    kind: 'growth',
    station: 'piece',
    severity,
    title: 'Growth left',
    text: taken,
    measured: { value: share * 100, unit: '%' },
    required: { value: growthCaution * 100, unit: '%', comparison: '<=' },
    source: {
      tag: 'sim',
      text: `simulated shots; growth itself: ${sourceOf(pair, 'growthMm').text}`,
    },
    fixes: () =>
      severity === 'fine'
        ? []
        : [
            ...widerCodeFixes(
              context,
              (Math.abs(plan.residualGrowthMm) / growthCaution) *
                symbol.size *
                (placed.moduleMm / placed.partMm),
            ),
            ...wholeModulesFixes(context),
          ],
  };
}

/**
 * The thinnest mark that has to be there, once growth is taken back: a dark part less the compensation on both edges, or
 * a light module on its own. Narrower light between dark units is left unmarked.
 */
export function measureThinnestPart(context: CodeContext): Measured {
  const { placed, plan, pair, symbol } = context;
  const thinnest = thinnestDrawnMm(context) - 2 * plan.compensationMm;
  const { elementMm } = pair.process;
  const enough = thinnest >= elementMm - slack;
  return {
    kind: 'thinnest-part',
    station: 'piece',
    severity: enough ? 'fine' : 'stop',
    title: 'Thinnest mark',
    text: enough
      ? say`One mark of the ${pair.machine.name} is ${mm(elementMm)}.`
      : say`Drawn in for growth, the thinnest marks are thinner than one mark of the ${pair.machine.name} (${mm(elementMm)}).`,
    measured: { value: thinnest, unit: 'mm' },
    required: { value: elementMm, unit: 'mm', comparison: '>=' },
    source: sourceOf(pair, 'elementMm'),
    fixes: () =>
      enough
        ? []
        : [
            ...widerCodeFixes(context, leastMadeModuleMm(context) * symbol.size),
            // A whole module that is too thin is no thicker when it is joined.
            ...(placed.moduleMm - 2 * plan.compensationMm >= elementMm - slack ? joinFixes(context) : []),
            ...wholeModulesFixes(context),
          ],
  };
}

/** Where light is marked: gaps between units that are too narrow to be marked are not. The proof says what readers make of it. */
export function measureLightGaps(context: CodeContext): Measured | null {
  const { placed, plan, pair } = context;
  const least = narrowestLightMm(pair);
  if (plan.marks === 'dark-modules' || placed.thinnestMm.light >= least - slack) return null;
  return {
    kind: 'light-gaps',
    station: 'style',
    severity: 'fine',
    title: 'Gaps left unmarked',
    text: say`Gaps between the units are narrower than the ${pair.machine.name} can mark (${mm(least)} with growth), so they stay as they are and the units run together.`,
    measured: { value: placed.thinnestMm.light, unit: 'mm' },
    required: { value: least, unit: 'mm', comparison: '<=' },
    source: {
      tag: 'sim',
      text: 'simulated shots: styled codes read as well without the gaps as with them',
    },
    fixes: () => [],
  };
}

/** Gaps that stay bare between marks close up when they are narrower than one mark; it costs looks before it costs reading. */
export function measureThinnestGap(context: CodeContext): Measured | null {
  const { placed, plan, pair } = context;
  if (context.style.modules.join === 'all' && !isSplit(context)) return null;
  const gap = plan.marks === 'dark-modules' ? placed.thinnestMm.light : placed.thinnestMm.dark;
  const { elementMm } = pair.process;
  const enough = gap >= elementMm - slack;
  return {
    kind: 'thinnest-gap',
    station: 'style',
    severity: enough ? 'fine' : 'caution',
    title: 'Thinnest gap',
    text: enough
      ? ['What stays bare between the marks is wide enough to stay open.']
      : say`What stays bare between the marks is narrower than one mark of the ${pair.machine.name} (${mm(elementMm)}) and may close up.`,
    measured: { value: gap, unit: 'mm' },
    required: { value: elementMm, unit: 'mm', comparison: '>=' },
    source: sourceOf(pair, 'elementMm'),
    fixes: () => (enough ? [] : [...joinFixes(context), ...wholeModulesFixes(context)]),
  };
}

/** A picture that whole modules draw has no parts that a machine or a camera could miss. */
export const wholeModulesFixes = (context: CodeContext): Fix[] =>
  isSplit(context)
    ? [fix(['Draw the picture by whole modules'], changeLogo(context, { by: 'free-bits' }))]
    : [];

/** Joined modules have no thin gaps between them. */
export function joinFixes(context: CodeContext, also: Partial<ModuleStyle> = {}): Fix[] {
  const { modules } = context.style;
  return modules.join === 'all'
    ? []
    : [fix(['Join the modules'], changeStyle(context, { modules: { ...modules, join: 'all', ...also } }))];
}
