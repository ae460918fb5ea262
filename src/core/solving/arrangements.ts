/** Other masks, levels and versions of a symbol, by what the code's logo takes of each. */
import { isDrawnByModules, isSafeDamage, knockOutDamage, readyArt, placeLogo } from '../logo';
import { codeOf, type Job } from '../job';
import type { Library } from '../run';
import { holdsBytes, writeMessage } from '../message';
import { encodeSymbol, levels, type Level } from '../symbol';

export interface Arrangement {
  readonly version: number;
  readonly level: Level;
  readonly mask: number;
  /** Codewords of the worst block that can be read wrong, and how many a block corrects. */
  readonly used: number;
  readonly correctable: number;
  readonly isSafe: boolean;
  readonly moduleMm: number;
}

/** Versions above the smallest that are tried at each level. */
const versionsTried = 3;

/**
 * For every level and the smallest versions that hold the message there, the mask that loses least; the best first: safe
 * ones before others, then the larger module, then the smaller share of what is corrected. Empty without a logo.
 */
export function arrangements(job: Job, codeId: string, library: Library): Arrangement[] {
  const code = codeOf(job, codeId);
  const { logo } = code;
  const loaded = logo && library.logo(logo);
  if (!logo || !loaded || isDrawnByModules(logo)) return [];
  const art = readyArt(loaded, logo.ink);
  if ('problem' in art) return [];
  const pair = job.making.pair;
  const inColour = pair.machine.inks === 'process' && !job.making.reversed && logo.ink.keepsColours;
  const payload = writeMessage(code.message);
  const settings = { ...code.symbol, raiseLevel: false, isBytes: holdsBytes(code.message) };
  const arrangements: Arrangement[] = [];
  for (const level of levels) {
    const smallest = encodeSymbol(payload, { ...settings, level, version: 'smallest', mask: 0 }).symbol;
    if (smallest === null) continue;
    for (
      let version = smallest.version;
      version < Math.min(41, smallest.version + versionsTried);
      version++
    ) {
      let best: Arrangement | null = null;
      for (let mask = 0; mask < 8; mask++) {
        const { symbol } = encodeSymbol(payload, { ...settings, level, version, mask });
        if (symbol === null) continue;
        const damage = knockOutDamage(symbol, placeLogo(art, logo, symbol.size, inColour));
        if (best !== null && damage.worst >= best.used) continue;
        best = {
          version,
          level,
          mask,
          used: damage.worst,
          correctable: damage.correctable,
          isSafe: isSafeDamage(damage),
          moduleMm: code.placement.widthMm / symbol.size,
        };
      }
      if (best !== null) arrangements.push(best);
    }
  }
  return arrangements.sort(
    (a, b) =>
      Number(b.isSafe) - Number(a.isSafe) ||
      b.moduleMm - a.moduleMm ||
      a.used / a.correctable - b.used / b.correctable,
  );
}
