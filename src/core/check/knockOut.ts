/** Limits on what a logo takes away: codewords of each block, and patterns that are not to be covered. */
import { isSafeDamage, protectedRoles } from '../logo';
import { mm, say, type Amount, type Fix } from '../finding';
import { blockLayout, levels, sizeOfVersion, type Level } from '../symbol';
import { changeLogo, changeSymbol, fix } from './changes';
import type { CodeContext } from './context';
import type { Measured } from './measured';

/** The worst block decides: above what it corrects the code is lost, above half of it nothing is left for dirt. */
export function measureBudget(context: CodeContext): Measured {
  const { symbol, damage } = context;
  const { correctablePerBlock, blockCount } = blockLayout(symbol.version, symbol.level);
  const used = damage?.worst ?? 0;
  const severity = used > correctablePerBlock ? 'stop' : used > correctablePerBlock / 2 ? 'caution' : 'fine';
  const blocks = `${blockCount} ${blockCount === 1 ? 'block' : 'blocks'}`;
  return {
    kind: 'budget',
    station: 'style',
    severity,
    title: 'Damage it survives',
    text:
      damage === null
        ? say`Level ${symbol.level} survives ${correctablePerBlock} damaged codewords in each of ${blocks}; the design uses none.`
        : say`The logo can change ${used} codewords of the worst of ${blocks}; level ${symbol.level} corrects ${correctablePerBlock} in each${
            severity === 'stop'
              ? ': the code cannot be read.'
              : severity === 'caution'
                ? ', and half of them should be left for dirt and scratches.'
                : '.'
          }`,
    measured: { value: used, unit: 'codewords', of: correctablePerBlock },
    required: { value: Math.floor(correctablePerBlock / 2), unit: 'codewords', comparison: '<=' },
    source: { tag: 'std', text: 'ISO/IEC 18004:2015, Table 9; half of it: common practice' },
    fixes: () => (severity === 'fine' ? [] : smallerDamageFixes(context)),
  };
}

function smallerDamageFixes(context: CodeContext): Fix[] {
  return [...smallerLogoFixes(context), ...strongerFixes(context)];
}

/** The largest size that is safe where the logo lies; none when it is safe in no size. */
function smallerLogoFixes(context: CodeContext): Fix[] {
  const share = context.logo?.largestSafeShare() ?? null;
  if (share === null) return [];
  return [
    fix(
      say`Largest safe size: ${Number((share * 100).toFixed(1))} % of the code`,
      changeLogo(context, { share }),
    ),
  ];
}

/** The next stronger level that makes it safe, and the next larger version, each with the module that it leaves. */
function strongerFixes(context: CodeContext): Fix[] {
  const { symbol, laying, logo } = context;
  if (logo === null) return [];
  const moduleAt = (version: number): Amount =>
    mm(Number((laying.placement.widthMm / sizeOfVersion(version)).toFixed(2)));
  const fixes: Fix[] = [];
  const strength: readonly Level[] = levels;
  for (const level of strength.slice(strength.indexOf(symbol.level) + 1)) {
    const settings = { level, version: 'smallest', mask: 'least-penalty' } as const;
    const built = logo.rebuilt(settings);
    if (built === null || !isSafeDamage(built.damage)) continue;
    fixes.push(
      fix(
        say`Raise the level to ${level} (version ${built.version}, module ${moduleAt(built.version)})`,
        changeSymbol(context, settings),
      ),
    );
    break;
  }
  for (let version = symbol.version + 1; version <= Math.min(40, symbol.version + 6); version++) {
    const built = logo.rebuilt({ version, mask: 'least-penalty' });
    if (built === null || !isSafeDamage(built.damage)) continue;
    fixes.push(
      fix(
        say`Use the larger version ${version} (module ${moduleAt(version)})`,
        changeSymbol(context, { version, mask: 'least-penalty' }),
      ),
    );
    break;
  }
  return fixes;
}

/** Patterns under the logo: those a code is found and opened by are never to be covered, the others with caution. */
export function measureCoveredPatterns(context: CodeContext): Measured | null {
  const { damage } = context;
  if (damage === null) return null;
  const { patterns } = damage;
  const forbidden = patterns.filter((role) => protectedRoles.includes(role));
  const severity = forbidden.length > 0 ? 'stop' : patterns.length > 0 ? 'caution' : 'fine';
  const list = (severity === 'stop' ? forbidden : patterns).join(', ');
  return {
    kind: 'covered-patterns',
    station: 'style',
    severity,
    title: 'Patterns under the logo',
    text:
      severity === 'stop'
        ? say`The logo reaches ${list}: without them no reader finds or opens the code.`
        : severity === 'caution'
          ? say`The logo reaches ${list}. Readers can do without a part of them, some less well than others: look at the proof.`
          : ['The logo reaches data and error correction only.'],
    measured: { words: patterns.length === 0 ? 'none' : patterns.join(', ') },
    required: { words: 'none' },
    source: { tag: 'std', text: 'ISO/IEC 18004:2015, 6.3; caution: common practice' },
    fixes: () =>
      severity === 'stop'
        ? [
            ...smallerLogoFixes(context),
            fix(['Put it in the middle'], changeLogo(context, { place: 'middle' })),
          ]
        : [],
  };
}
