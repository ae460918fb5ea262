/** Limits on how fine the machine can work. */
import type { Finding, Fix, Severity } from '../finding';
import {
  change,
  fewerModulesFixes,
  hasQuietZone,
  inMm,
  slack,
  widerCodeFixes,
  withCodeWidth,
  type LimitContext,
} from './context';

export function measureModuleSize(context: LimitContext): Finding {
  const { piece, pair, symbol } = context;
  const least = pair.smallestModuleMm;
  const enough = piece.moduleMm >= least - slack;
  const { elementMm, elementFactor, floorMm } = pair.process;
  const reason =
    elementMm * elementFactor >= floorMm
      ? `${elementFactor} marks of ${inMm(elementMm)}`
      : `the least that holds up on this material`;
  return {
    code: 'module-size',
    severity: enough ? 'fine' : 'stop',
    title: 'Module',
    text: enough
      ? `The ${pair.machine.name} needs ${inMm(least)}: ${reason}.`
      : `A module of ${inMm(piece.moduleMm)} is too fine for the ${pair.machine.name}, which needs ${inMm(least)}: ${reason}.`,
    measured: { value: piece.moduleMm, unit: 'mm' },
    required: { value: least, unit: 'mm', comparison: '>=' },
    source: pair.process.source,
    fixes: enough
      ? []
      : [...widerCodeFixes(context, least * symbol.size), ...fewerModulesFixes(context, least)],
  };
}

/** Modules of a broken number of dots come out by up to half a dot too wide or too narrow on each edge. */
export function measureWholeDots(context: LimitContext): Finding | null {
  const { piece, pair, symbol, pieceSettings } = context;
  const { dotMm } = pair.machine;
  if (dotMm === null) return null;
  const dots = piece.moduleMm / dotMm;
  const whole = Math.abs(dots - Math.round(dots)) * symbol.size < 0.02;
  const unevenness = 0.5 / dots;
  const severity: Severity = whole ? 'fine' : unevenness > growthStop ? 'stop' : 'caution';
  const leastDots = Math.ceil(pair.smallestModuleMm / dotMm - slack);
  const candidates = [
    ...new Set([Math.floor(dots), Math.ceil(dots)].map((count) => Math.max(count, leastDots))),
  ];
  const fixes: Fix[] = candidates
    .map((count) => ({ count, codeWidthMm: Number((count * dotMm * symbol.size).toFixed(4)) }))
    .filter(({ codeWidthMm }) => hasQuietZone(context, withCodeWidth(pieceSettings, codeWidthMm)))
    .map(({ count, codeWidthMm }) => ({
      label: `Snap to ${count} dots a module (${inMm(codeWidthMm)})`,
      changes: [change('piece.code.widthMm', codeWidthMm)],
    }));
  return {
    code: 'whole-dots',
    severity,
    title: 'Whole dots',
    text: whole
      ? `Every module is ${Math.round(dots)} dots wide.`
      : `A module is not a whole number of dots, so some come out a dot wider than others, up to ${Math.round(unevenness * 100)} % on an edge.`,
    measured: { value: dots, unit: 'dots' },
    required: { value: Math.max(Math.round(dots), leastDots), unit: 'dots', comparison: '=' },
    source: { tag: 'cp', text: 'common practice, no source; growth limits from simulated shots' },
    fixes: whole ? [] : fixes.length > 0 ? fixes : widerCodeFixes(context, leastDots * dotMm * symbol.size),
  };
}

/** Shares of a module by which edges may be off before readers start to fail, and before most do. */
const growthCaution = 0.1;
const growthStop = 0.2;

/** What is left of the growth after the file took it back, as a share of the module. */
export function measureGrowth(context: LimitContext): Finding {
  const { piece, plan, pair, symbol } = context;
  const share = plan.residualGrowthMm / piece.moduleMm;
  const severity: Severity =
    share > growthStop + slack ? 'stop' : share > growthCaution + slack ? 'caution' : 'fine';
  const taken =
    plan.compensationMm > 0
      ? `Marks grow ${inMm(pair.process.growthMm)} on each edge; the file draws them in by ${inMm(plan.compensationMm)}.`
      : `Marks grow ${inMm(pair.process.growthMm)} on each edge, less than a dot, so the file cannot take it back.`;
  return {
    code: 'growth',
    severity,
    title: 'Growth left',
    text: taken,
    measured: { value: share * 100, unit: '%' },
    required: { value: growthCaution * 100, unit: '%', comparison: '<=' },
    source: { tag: 'sim', text: 'simulated shots; growth itself: common practice' },
    fixes:
      severity === 'fine'
        ? []
        : widerCodeFixes(context, (plan.residualGrowthMm / growthCaution) * symbol.size),
  };
}

/** The thinnest marked part once growth is taken back: what is drawn less the compensation on both edges. */
export function measureThinnestPart(context: LimitContext): Finding {
  const { piece, plan, pair, symbol } = context;
  const drawn = plan.marks === 'dark modules' ? piece.thinnestMm.dark : piece.thinnestMm.light;
  const thinnest = drawn - 2 * plan.compensationMm;
  const { elementMm } = pair.process;
  const enough = thinnest >= elementMm - slack;
  const share = drawn / piece.moduleMm;
  return {
    code: 'thinnest-part',
    severity: enough ? 'fine' : 'stop',
    title: 'Thinnest mark',
    text: enough
      ? `One mark of the ${pair.machine.name} is ${inMm(elementMm)}.`
      : `Drawn in for growth, the thinnest marks are thinner than one mark of the ${pair.machine.name} (${inMm(elementMm)}).`,
    measured: { value: thinnest, unit: 'mm' },
    required: { value: elementMm, unit: 'mm', comparison: '>=' },
    source: pair.process.source,
    fixes: enough
      ? []
      : [
          ...widerCodeFixes(context, ((elementMm + 2 * plan.compensationMm) / share) * symbol.size),
          ...joinFixes(context),
        ],
  };
}

/** Gaps that stay bare between marks close up when they are narrower than one mark; it costs looks before it costs reading. */
export function measureThinnestGap(context: LimitContext): Finding | null {
  const { piece, plan, pair } = context;
  if (context.style.modules.join === 'all') return null;
  const gap = plan.marks === 'dark modules' ? piece.thinnestMm.light : piece.thinnestMm.dark;
  const { elementMm } = pair.process;
  const enough = gap >= elementMm - slack;
  return {
    code: 'thinnest-gap',
    severity: enough ? 'fine' : 'caution',
    title: 'Thinnest gap',
    text: enough
      ? 'What stays bare between the marks is wide enough to stay open.'
      : `What stays bare between the marks is narrower than one mark of the ${pair.machine.name} (${inMm(elementMm)}) and may close up.`,
    measured: { value: gap, unit: 'mm' },
    required: { value: elementMm, unit: 'mm', comparison: '>=' },
    source: pair.process.source,
    fixes: enough ? [] : joinFixes(context),
  };
}

/** Joined modules have no thin gaps between them. */
function joinFixes({ style }: LimitContext): Fix[] {
  return style.modules.join === 'all'
    ? []
    : [{ label: 'Join the modules', changes: [change('style.modules.join', 'all')] }];
}
