/** Limits on what a logo takes away: codewords of each block, and patterns that are not to be covered. */
import { isSafeDamage, protectedRoles } from '../logo';
import type { Finding, Fix } from '../finding';
import { growRegion, regionArea } from '../geometry';
import { blockLayout, levels, sizeOfVersion, type Level } from '../symbol';
import { change, inMm, type LimitContext } from './context';

/** The worst block decides: above what it corrects the code is lost, above half of it nothing is left for dirt. */
export function measureBudget(context: LimitContext): Finding {
  const { symbol, damage } = context;
  const { correctablePerBlock, blockCount } = blockLayout(symbol.version, symbol.level);
  const used = damage?.worst ?? 0;
  const severity = used > correctablePerBlock ? 'stop' : used > correctablePerBlock / 2 ? 'caution' : 'fine';
  const blocks = `${blockCount} ${blockCount === 1 ? 'block' : 'blocks'}`;
  return {
    code: 'budget',
    severity,
    title: 'Damage it survives',
    text:
      damage === null
        ? `Level ${symbol.level} survives ${correctablePerBlock} damaged codewords in each of ${blocks}; the design uses none.`
        : `The logo can change ${used} codewords of the worst of ${blocks}; level ${symbol.level} corrects ${correctablePerBlock} in each${
            severity === 'stop'
              ? ': the code cannot be read.'
              : severity === 'caution'
                ? ', and half of them should be left for dirt and scratches.'
                : '.'
          }`,
    measured: { value: used, unit: `of ${correctablePerBlock}` },
    required: { value: Math.floor(correctablePerBlock / 2), unit: 'codewords', comparison: '<=' },
    source: { tag: 'std', text: 'ISO/IEC 18004:2015, Table 9; half of it: common practice' },
    fixes: severity === 'fine' ? [] : smallerDamageFixes(context),
  };
}

function smallerDamageFixes(context: LimitContext): Fix[] {
  return [...smallerLogoFixes(context), ...strongerFixes(context)];
}

/** The largest size that is safe where the logo lies; none when it is safe in no size. */
function smallerLogoFixes({ logo }: LimitContext): Fix[] {
  const share = logo?.largestSafeShare() ?? null;
  if (share === null) return [];
  return [
    {
      label: `Largest safe size: ${Number((share * 100).toFixed(1))} % of the code`,
      changes: [change('logo.share', share)],
    },
  ];
}

/** The next stronger level that makes it safe, and the next larger version, each with the module that it leaves. */
function strongerFixes(context: LimitContext): Fix[] {
  const { symbol, pieceSettings, logo } = context;
  if (logo === null) return [];
  const moduleAt = (version: number): string =>
    inMm(Number((pieceSettings.code.widthMm / sizeOfVersion(version)).toFixed(2)));
  const fixes: Fix[] = [];
  const strength: readonly Level[] = levels;
  for (const level of strength.slice(strength.indexOf(symbol.level) + 1)) {
    const settings = { level, version: 'smallest', mask: 'least-penalty' } as const;
    const built = logo.rebuilt(settings);
    if (built === null || !isSafeDamage(built.damage)) continue;
    fixes.push({
      label: `Raise the level to ${level} (version ${built.version}, module ${moduleAt(built.version)})`,
      changes: Object.entries(settings).map(([key, value]) => change(`symbol.${key}`, value)),
    });
    break;
  }
  for (let version = symbol.version + 1; version <= Math.min(40, symbol.version + 6); version++) {
    const built = logo.rebuilt({ version, mask: 'least-penalty' });
    if (built === null || !isSafeDamage(built.damage)) continue;
    fixes.push({
      label: `Use the larger version ${version} (module ${moduleAt(version)})`,
      changes: [change('symbol.version', version), change('symbol.mask', 'least-penalty')],
    });
    break;
  }
  return fixes;
}

/** Patterns under the logo: those a code is found and opened by are never to be covered, the others with caution. */
export function measureCoveredPatterns(context: LimitContext): Finding | null {
  const { damage } = context;
  if (damage === null) return null;
  const { patterns } = damage;
  const forbidden = patterns.filter((role) => protectedRoles.includes(role));
  const severity = forbidden.length > 0 ? 'stop' : patterns.length > 0 ? 'caution' : 'fine';
  const list = (severity === 'stop' ? forbidden : patterns).join(', ');
  return {
    code: 'covered-patterns',
    severity,
    title: 'Patterns under the logo',
    text:
      severity === 'stop'
        ? `The logo reaches ${list}: without them no reader finds or opens the code.`
        : severity === 'caution'
          ? `The logo reaches ${list}. Readers can do without a part of them, some less well than others: look at the proof.`
          : 'The logo reaches data and error correction only.',
    measured: { value: null, unit: patterns.length === 0 ? 'none' : patterns.join(', ') },
    required: { value: null, unit: 'none' },
    source: { tag: 'std', text: 'ISO/IEC 18004:2015, 6.3; caution: common practice' },
    fixes:
      severity === 'stop'
        ? [
            ...smallerLogoFixes(context),
            { label: 'Put it in the middle', changes: [change('logo.place', 'middle')] },
          ]
        : [],
  };
}

/** Share of the ink that may get lost because it is finer than the machine's element. */
const leastDetailLost = 0.05;

/** How much of the logo is narrower than one element: what a brush of that width cannot reach (morphological opening). */
export function measureLogoDetail({ piece, pair }: LimitContext): Finding | null {
  if (piece.logo === null) return null;
  const { elementMm } = pair.process;
  const { ink } = piece.logo;
  const whole = regionArea(ink);
  if (whole <= 0) return null;
  const tolerance = elementMm / 40;
  const reached = growRegion(growRegion(ink, -elementMm / 2, tolerance), elementMm / 2, tolerance);
  const lost = Math.max(0, 1 - regionArea(reached) / whole);
  const severity = lost > leastDetailLost ? 'caution' : 'fine';
  return {
    code: 'logo-detail',
    severity,
    title: 'Detail of the logo',
    text:
      severity === 'fine'
        ? 'Lines of the logo are wide enough for the machine.'
        : `Parts of the logo are narrower than ${inMm(elementMm)}, the finest mark of ${pair.machine.name}; they come out thicker or not at all.`,
    measured: { value: lost * 100, unit: '% too fine' },
    required: { value: leastDetailLost * 100, unit: '% too fine', comparison: '<=' },
    source: { tag: 'cp', text: 'common practice, no source' },
    fixes: [],
  };
}
