/** Limits of what is cut, weeded, milled or built up: what each kind of machine leaves of its areas. */
import { aboutPiece, mm, say, theCode, type Fix, type Source } from '../finding';
import { slack } from '../numbers';
import {
  machineKinds,
  printsOnClear,
  sourceOf,
  unseenBridgeShare,
  wholeLayersMm,
  type SolidSettings,
} from '../plan';
import { partedModules } from '../artwork';
import { changeMaking, changeStyle, fix } from './changes';
import type { CodeContext, PieceContext } from './context';
import { joinFixes } from './fineness';
import type { Measured, PieceMeasured } from './measured';
import { widerCodeFixes } from './sizeFixes';

const trade: Source = { tag: 'cp', text: 'common practice, no source' };

/** Of a sheet that is cut through, what nothing holds falls out. */
export function measureLooseParts(context: PieceContext): PieceMeasured[] {
  const { plan, pair } = context;
  if (plan.loose === null) return [];
  const { looseParts, leftLoose, bridges, bridgeMm } = plan.loose();
  const isHeld = leftLoose === 0;
  const joined = context.codes.filter(({ style }) => style.modules.join !== 'none');
  const isMany = looseParts > 0 && joined.length > 0;
  return [
    {
      kind: 'loose-parts',
      about: aboutPiece,
      station: 'piece',
      severity: !isHeld ? 'stop' : isMany ? 'caution' : 'fine',
      title: 'Parts that fall out',
      text: !isHeld
        ? [
            'Nothing holds what lies inside of what is cut out: the middles of the finder patterns, light modules between dark ones, the middles of letters.',
          ]
        : looseParts === 0
          ? ['The sheet stays in one piece.']
          : isMany
            ? say`${looseParts} parts are held by ${bridges} bridges of ${mm(bridgeMm)}. So many cost reading; modules that are parted keep the sheet in one piece.`
            : say`${looseParts} parts are held by ${bridges} bridges of ${mm(bridgeMm)}, laid where they harm reading least.`,
      measured: { value: leftLoose, unit: '' },
      required: { value: 0, unit: '', comparison: '=' },
      source:
        isHeld && looseParts > 0 ? sourceOf(pair, 'bridgeMm') : { tag: 'geo', text: 'geometry of the piece' },
      fixes: () => {
        if (isHeld && !isMany) return [];
        const held = isHeld ? [] : [changeMaking({ bridged: true })];
        const parted = joined.map((code) =>
          changeStyle(code, { modules: partedModules(code.style.modules, bridgeMm / code.placed.moduleMm) }),
        );
        return [
          ...(parted.length === 0 ? [] : [fix(['Part the modules'], ...parted, ...held)]),
          ...(isHeld ? [] : [fix(['Hold them by bridges'], ...held)]),
        ];
      },
    },
  ];
}

/** Bridges over the rings of finder patterns are seen by readers; narrow ones from far are not. */
export function measureBridges(context: CodeContext): Measured | null {
  const { plan, placed, pair, symbol } = context;
  const bridges = plan.loose?.();
  if (bridges === undefined || bridges.bridges === 0) return null;
  const share = bridges.bridgeMm / placed.moduleMm;
  const isNarrow = share <= unseenBridgeShare + slack;
  return {
    kind: 'bridges',
    station: 'piece',
    severity: isNarrow ? 'fine' : 'caution',
    title: 'Width of the bridges',
    text: isNarrow
      ? say`Of ${mm(bridges.bridgeMm)}, too narrow for a camera to see from the usual distance.`
      : say`Of ${mm(bridges.bridgeMm)}: over the finder patterns they cost some readers shots. Larger modules, or narrower bridges, make them vanish.`,
    measured: { value: share * 100, unit: '%' },
    required: { value: unseenBridgeShare * 100, unit: '%', comparison: '<=' },
    source: { tag: 'sim', text: `simulated shots; width: ${sourceOf(pair, 'bridgeMm').text}` },
    fixes: () =>
      isNarrow ? [] : widerCodeFixes(context, (bridges.bridgeMm / unseenBridgeShare) * symbol.size),
  };
}

/** More parts than this are an evening with tweezers; measured on nothing, so it only cautions. */
const manyParts = 150;

/** Every part that is pulled off, or that has to stay, is touched once by hand. */
export function measureWeeding(context: CodeContext): Measured | null {
  const { pair, placed, plan } = context;
  if (machineKinds[pair.machine.kind].leaves !== 'parts-to-weed') return null;
  const parts = (plan.marks === 'dark-modules' ? placed.dark() : placed.light()).length;
  const isMany = parts > manyParts && context.style.modules.join !== 'all';
  return {
    kind: 'weeding',
    station: 'style',
    severity: isMany ? 'caution' : 'fine',
    title: 'Weeding',
    text: isMany
      ? ['So many outlines to weed by hand. Joined modules leave fewer.']
      : ['Outlines to weed around.'],
    measured: { value: parts, unit: '' },
    required: { value: manyParts, unit: '', comparison: '<=' },
    source: trade,
    fixes: () => (isMany ? joinFixes(context) : []),
  };
}

/** A round cutter leaves inner corners round: up to this share of a module no reader notices. */
const cornerShare = 0.25;

/** The narrowest code whose inner corners are sharp enough; 0 for other machines. */
export const leastForCornersMm = ({ pair, symbol }: CodeContext): number =>
  machineKinds[pair.machine.kind].tool === 'cutter'
    ? (pair.process.elementMm / 2 / cornerShare) * symbol.size
    : 0;

/** Inner corners take the radius of the cutter. */
export function measureInnerCorners(context: CodeContext): Measured | null {
  const { pair, placed } = context;
  if (machineKinds[pair.machine.kind].tool !== 'cutter') return null;
  const radiusMm = pair.process.elementMm / 2;
  const share = radiusMm / placed.moduleMm;
  const isSharp = share <= cornerShare + slack;
  return {
    kind: 'inner-corners',
    station: 'piece',
    severity: isSharp ? 'fine' : 'caution',
    title: 'Inner corners',
    text: say`They come out with the radius of the cutter, ${mm(radiusMm)}.`,
    measured: { value: share, unit: 'X' },
    required: { value: cornerShare, unit: 'X', comparison: '<=' },
    source: sourceOf(pair, 'elementMm'),
    fixes: () => (isSharp ? [] : widerCodeFixes(context, leastForCornersMm(context))),
  };
}

/** Thinner marks let the colour below shine through [common practice, no source]. */
const leastLayers = 3;

/** Heights are built of whole layers. */
export function measureLayers({ plan, pair, solid }: PieceContext): PieceMeasured[] {
  const { body } = plan;
  const { machine } = pair;
  if (body === null || machine.layerMm === null) return [];
  const { markLayers, baseLayers, marks, base, changesAt } = body;
  const isWhole = (layers: number): boolean => Math.abs(layers - Math.round(layers)) < 1e-6;
  const isOpaque = markLayers >= leastLayers - slack;
  const areWhole = isWhole(markLayers) && isWhole(baseLayers);
  const mended: SolidSettings = {
    ...solid,
    markMm: wholeLayersMm(machine, solid.markMm, marks.fromMm < slack, leastLayers),
    baseMm: wholeLayersMm(machine, solid.baseMm, base.fromMm < slack, 1),
  };
  const isDeep = solid.form !== 'relief' && mended.markMm >= mended.baseMm - slack;
  const enough: SolidSettings = isDeep
    ? { ...mended, baseMm: wholeLayersMm(machine, mended.markMm + leastLayers * machine.layerMm, true, 1) }
    : mended;
  const change =
    changesAt.length === 0
      ? 'Both colours lie in the same layers.'
      : `The colour changes at layer ${changesAt[0]!}.`;
  const isFine = isOpaque && areWhole && !isDeep;
  return [
    {
      kind: 'layers',
      about: aboutPiece,
      station: 'piece',
      severity: isDeep ? 'stop' : isFine ? 'fine' : 'caution',
      title: 'Layers of the marks',
      text: isDeep
        ? ['The marks go through the whole base: nothing is left under them.']
        : !areWhole
          ? say`Heights are built of layers of ${mm(machine.layerMm)}; these are no whole number of them, so the printer rounds them.`
          : isOpaque
            ? [change]
            : say`Fewer than ${leastLayers} layers let the colour below shine through. ${change}`,
      measured: { value: Number(markLayers.toFixed(2)), unit: '' },
      required: { value: leastLayers, unit: '', comparison: '>=' },
      source: trade,
      fixes: () =>
        isFine
          ? []
          : [
              fix(
                say`Make the marks ${mm(enough.markMm)} and the base ${mm(enough.baseMm)}`,
                changeMaking({ solid: enough }),
              ),
            ],
    },
  ];
}

/** Up to this share of a module the spread is taken back; beyond, how much it really is decides. */
const spreadShare = 0.2;

/** What is printed on the bed is pressed out. */
export function measureFirstLayer(context: CodeContext): Measured | null {
  const { pair, placed, symbol, solid } = context;
  const { spreadMm } = pair.machine;
  if (spreadMm === null || !solid.faceDown) return null;
  const share = spreadMm / placed.moduleMm;
  const isSmall = share <= spreadShare + slack;
  return {
    kind: 'first-layer',
    station: 'piece',
    severity: isSmall ? 'fine' : 'caution',
    title: 'First layer',
    text: isSmall
      ? say`The layer on the bed is pressed out by ${mm(spreadMm)}; the file takes it back.`
      : say`The layer on the bed is pressed out by ${mm(spreadMm)}, much for modules of ${mm(placed.moduleMm)}: a little more or less of it closes them up.`,
    measured: { value: share * 100, unit: '%' },
    required: { value: spreadShare * 100, unit: '%', comparison: '<=' },
    source: sourceOf(pair, 'spreadMm'),
    fixes: (): Fix[] =>
      isSmall
        ? []
        : [
            fix(['Print it with the marks on top'], changeMaking({ solid: { ...solid, faceDown: false } })),
            ...widerCodeFixes(context, (spreadMm / spreadShare) * symbol.size),
          ],
  };
}

/** On clear film whatever lies behind is the background of the code. */
export function measureClearGround(context: CodeContext): Measured | null {
  const { pair } = context;
  if (!printsOnClear(pair)) return null;
  const isWhite = pair.groundColour !== pair.material.baseColour;
  return {
    kind: 'clear-ground',
    station: 'piece',
    severity: isWhite ? 'fine' : 'stop',
    title: 'Background of the code',
    text: isWhite
      ? say`White is printed under ${theCode(context.id)}, whatever lies behind.`
      : say`The film is clear: what lies behind, light or dark, becomes the background of ${theCode(context.id)}.`,
    measured: { words: isWhite ? 'white' : 'clear' },
    required: { words: 'white' },
    source: trade,
    fixes: () => (isWhite ? [] : [fix(['Print white under the code'], changeMaking({ whiteGround: true }))]),
  };
}
