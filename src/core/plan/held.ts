/** What holds codes and things together where the sheet is cut through; searched once for each outline. */
import type { Artwork } from '../artwork';
import { cutRegion, type Box, type Region } from '../geometry';
import type { PlacedCode } from '../piece';
import { bridgesFor, type Bridges, type Course } from './bridges';
import { machineKinds } from './machines';
import { bridgeMmOf, type Pair } from './pair';
import { marksDarkModules, type PlanSettings } from './settings';

const fallsApart = ({ machine }: Pair): boolean => machineKinds[machine.kind].leaves === 'openings';

/** The same with none laid. */
const unheld = ({ looseParts }: Bridges): Bridges => ({ strips: [], looseParts, leftLoose: looseParts });

/** Narrowest detail that is kept where outlines are cut, in modules. */
const finestModules = 0.002;

/** How a thing on the piece is bridged; null where nothing falls out. */
export function bridgesOf(
  openings: Region,
  pair: Pair,
  { bridged }: Pick<PlanSettings, 'bridged'>,
): Bridges | null {
  if (!fallsApart(pair)) return null;
  const known = knownBridges.get(openings);
  const bridgeMm = bridgeMmOf(pair);
  const bridges = known?.bridgeMm === bridgeMm ? known.bridges : bridgesFor(openings, bridgeMm);
  knownBridges.set(openings, { bridgeMm, bridges });
  return bridged ? bridges : unheld(bridges);
}

/** Outlines that have not changed are the same objects as before. */
const knownBridges = new WeakMap<Region, { readonly bridgeMm: number; readonly bridges: Bridges }>();

/** Searched in module units, so that a code that is moved keeps its bridges; one of another width does not. */
const knownOfCode = new WeakMap<Artwork, { readonly key: string; readonly bridges: Bridges }>();

/** Bridges of one code, as if it were not turned; null where nothing falls out. */
export function codeBridges(
  code: PlacedCode,
  pair: Pair,
  { reversed, bridged }: PlanSettings,
): Bridges | null {
  if (!fallsApart(pair)) return null;
  const { artwork, moduleMm } = code;
  const marksDark = marksDarkModules(pair, reversed);
  const bridge = bridgeMmOf(pair) / moduleMm;
  const key = `${marksDark} ${bridge.toFixed(6)}`;
  let known = knownOfCode.get(artwork);
  if (known?.key !== key) {
    const logo = artwork.logo?.ink ?? [];
    const openings = marksDark ? [...artwork.dark, ...logo] : cutRegion(artwork.light(), logo, finestModules);
    knownOfCode.set(
      artwork,
      (known = { key, bridges: bridgesFor(openings, bridge, courseOn(artwork, bridge)) }),
    );
  }
  const { bridges } = known;
  return bridged
    ? { ...bridges, strips: bridges.strips.map((strip) => placedBox(strip, code)) }
    : unheld(bridges);
}

const placedBox = ({ x, y, width, height }: Box, { moduleMm, code }: PlacedCode): Box => ({
  x: x * moduleMm + code.x,
  y: y * moduleMm + code.y,
  width: width * moduleMm,
  height: height * moduleMm,
});

/**
 * Along both sides of every row and column, off the middles of the modules; and over finder rings beside the light ring, where
 * no scan through their centre passes and readers of simulated shots miss least.
 */
const courseOn = ({ parts, sizeModules }: Artwork, bridge: number): Course => {
  const finders = parts.finders.map(({ box }) => box);
  const rows = Array.from({ length: sizeModules }, (_, index) => [
    index + bridge / 2,
    index + 1 - bridge / 2,
  ]).flat();
  const overRings = finders.flatMap(({ x, y, width }) =>
    [x, y].flatMap((from) => [from + (width * 1.5) / 7, from + (width * 5.5) / 7]),
  );
  return { harm: (strip) => harmOf(strip, finders), lines: [...rows, ...overRings] };
};

function harmOf({ x, y, width, height }: Box, finders: readonly Box[]): number {
  const alongX = width > height;
  const finder = finders.find(
    (box) => x + width > box.x && x < box.x + box.width && y + height > box.y && y < box.y + box.height,
  );
  if (finder !== undefined) {
    const off = alongX ? y + height / 2 - finder.y : x + width / 2 - finder.x;
    const [near, far] = [(finder.width * 1.5) / 7, (finder.width * 5.5) / 7];
    return 20 * Math.min(Math.abs(off - near), Math.abs(off - far));
  }
  const middles = (from: number, to: number): number =>
    Math.max(0, Math.ceil(to - 0.5 - 1e-9) - Math.ceil(from - 0.5 + 1e-9));
  return 4 * middles(x, x + width) * middles(y, y + height);
}
