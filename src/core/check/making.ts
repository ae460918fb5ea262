/** Limits that the machine and the material set to the piece as a whole: its bed, its tolerance, and how long it lasts. */
import { aboutPiece, mm, say, sizeMm, theCode, type Fix, type Severity } from '../finding';
import { largestHolding, slack, smallestWhole } from '../numbers';
import { sourceOf, yearsText, type PairValues } from '../plan';
import { changePiece, fix } from './changes';
import {
  offeredWidthTo,
  withCodeCentred,
  withCodeWidth,
  type CodeContext,
  type PieceContext,
} from './context';
import type { Laying } from './laying';
import type { Measured, PieceMeasured } from './measured';
import { centreChanges, codeWidthFix } from './sizeFixes';

/** A piece lies on the bed of its machine, one way or the other. */
export function measureBed({ settings, pair }: PieceContext): PieceMeasured[] {
  const { bedWidthMm, bedHeightMm, name } = pair.machine;
  const sides = [settings.widthMm, settings.heightMm].sort((a, b) => a - b) as [number, number];
  const bed = [bedWidthMm, bedHeightMm ?? Infinity].sort((a, b) => a - b) as [number, number];
  // The side that has the least room; of a roll only the width has an end.
  const place = sides[0] - bed[0] > sides[1] - bed[1] || bed[1] === Infinity ? 0 : 1;
  const [side, room] = [sides[place], bed[place]];
  const fits = sides[0] <= bed[0] + slack && sides[1] <= bed[1] + slack;
  const scale = Math.min(bed[0] / sides[0], bed[1] / sides[1]);
  const smaller = (length: number): number => Math.floor(length * scale);
  const takes = bedHeightMm === null ? say`${mm(bedWidthMm)} across` : sizeMm(bedWidthMm, bedHeightMm);
  const [width, height] = [smaller(settings.widthMm), smaller(settings.heightMm)];
  return [
    {
      kind: 'bed',
      about: aboutPiece,
      station: 'piece',
      severity: fits ? 'fine' : 'stop',
      title: 'On the machine',
      text: fits
        ? say`The ${name} takes ${takes}.`
        : say`The piece is larger than the ${name} takes, which is ${takes}. Choose another machine, or a smaller piece.`,
      measured: { value: side, unit: 'mm' },
      required: { value: room, unit: 'mm', comparison: '<=' },
      source: sourceOf(pair, place === 0 ? 'bedWidthMm' : 'bedHeightMm'),
      fixes: () =>
        fits || width < 1 || height < 1
          ? []
          : [
              fix(
                say`Make the piece ${sizeMm(width, height)}`,
                changePiece({ widthMm: width, heightMm: height }),
              ),
            ],
    },
  ];
}

/** Free modules at the edge that every reader still takes, and one more for what simulated shots lack. */
const leastFree = 2;
const wantedFree = 3;
/** No piece is offered larger by more than this. */
const mostGrowthMm = 200;

/** Modules that stay free at the edge when the cut lies beside where it should, with the code laid as it is or in another way. */
const freeAfterShift = ({ pair, symbol, room }: CodeContext, laying: Laying): number =>
  (room.toCut(laying).mm - shiftMmOf(pair)) / (laying.placement.widthMm / symbol.size);

/** How far marks and cut may lie apart, in millimetres. */
export const shiftMmOf = ({ machine }: Pick<PairValues, 'machine'>): number =>
  Math.max(machine.shiftXMm, machine.shiftYMm);

/** So little less of a thing nobody sees [from memory]. */
const unseenMm = 0.1;

/** What is kept from the cut line, in millimetres: what the owner wants, and what a shift of the cut would take away in sight. */
export const safeMmOf = ({ settings, pair }: Pick<PieceContext, 'settings' | 'pair'>): number =>
  Math.max(settings.safeMm, shiftMmOf(pair) - unseenMm);

/** What goes on to the edge of a contour has to go on beyond it, or bare material shows where the cut is off. */
export function measureBleed({ piece, pair, settings }: PieceContext): PieceMeasured[] {
  if (!piece.isContour || piece.border === null) return [];
  const shiftMm = shiftMmOf(pair);
  const { bleedMm } = settings;
  const enough = bleedMm >= shiftMm - slack;
  return [
    {
      kind: 'bleed',
      about: aboutPiece,
      station: 'piece',
      severity: enough ? 'fine' : 'caution',
      title: 'Bleed',
      text: enough
        ? ['The border goes on beyond the cut line.']
        : say`The cut may lie ${mm(shiftMm)} beside where it should; bare material then shows beside the border.`,
      measured: { value: bleedMm, unit: 'mm' },
      required: { value: shiftMm, unit: 'mm', comparison: '>=' },
      source: sourceOf(pair, 'shiftYMm'),
      fixes: () =>
        enough ? [] : [fix(say`Let the border bleed ${mm(shiftMm)}`, changePiece({ bleedMm: shiftMm }))],
    },
  ];
}

/** The widest code, in millimetres, that a shift leaves enough around it. */
export const widestAfterShiftMm = (context: CodeContext): number =>
  largestHolding(
    0.5,
    Math.max(context.laying.piece.widthMm, context.laying.piece.heightMm),
    1e-6,
    (width) => freeAfterShift(context, withCodeWidth(context.laying, width)) >= wantedFree,
  );

/** Marks and cut never meet exactly: the quiet zone has to bear the shift of the one against the other. */
export function measureShift(context: CodeContext): Measured {
  const { pair, laying } = context;
  const shiftMm = shiftMmOf(pair);
  const freeOf = (other: Laying): number => freeAfterShift(context, other);
  const free = freeOf(laying);
  const severity: Severity =
    free < leastFree - slack ? 'stop' : free < wantedFree - slack ? 'caution' : 'fine';
  const isFree = (other: Laying): boolean => freeOf(other) >= wantedFree - slack;
  const fixes = (): Fix[] => {
    if (severity === 'fine') return [];
    const { widthMm, heightMm } = laying.piece;
    const grown = (mmMore: number, from = laying): Laying => ({
      ...from,
      piece: { ...laying.piece, widthMm: widthMm + mmMore, heightMm: heightMm + mmMore },
    });
    const moreMm = smallestWhole(1, mostGrowthMm, (extraMm) =>
      isFree(grown(extraMm, withCodeCentred(laying))),
    );
    const narrower = offeredWidthTo(context, widestAfterShiftMm(context));
    return [
      ...(moreMm === null
        ? []
        : [
            fix(
              say`Make the piece ${sizeMm(widthMm + moreMm, heightMm + moreMm)}`,
              changePiece({ widthMm: widthMm + moreMm, heightMm: heightMm + moreMm }),
              ...(isFree(grown(moreMm)) ? [] : centreChanges(context)),
            ),
          ]),
      ...(narrower >= 1 && isFree(withCodeWidth(laying, narrower)) ? [codeWidthFix(context, narrower)] : []),
    ];
  };
  return {
    kind: 'quiet-zone-shift',
    station: 'piece',
    severity,
    title: 'Free after a shift',
    text:
      severity === 'fine'
        ? say`Should the cut lie ${mm(shiftMm)} beside where it should, so much stays free.`
        : say`With the ${pair.machine.name} the cut may lie ${mm(shiftMm)} beside where it should; too little then stays free around ${theCode(context.id)}.`,
    measured: { value: free, unit: 'X' },
    required: { value: wantedFree, unit: 'X', comparison: '>=' },
    source: {
      tag: 'sim',
      text: `simulated shots: 2 modules are the least that all readers take; shift: ${sourceOf(pair, 'shiftYMm').text}`,
    },
    fixes,
  };
}

/** Thermal paper darkens and inks fade: a piece that is meant to last needs a material that does. */
export function measureLife({ pair, lasts }: PieceContext): PieceMeasured[] {
  if (lasts === null) return [];
  const name = lasts.outdoors ? 'yearsOutdoors' : 'yearsIndoors';
  const held = pair.material[name];
  const enough = held >= lasts.years - slack;
  const where = lasts.outdoors ? 'outdoors' : 'indoors';
  return [
    {
      kind: 'life',
      about: aboutPiece,
      station: 'piece',
      severity: enough ? 'fine' : 'caution',
      title: 'Lasts',
      text: enough
        ? [`${pair.material.name} keeps its marks so long ${where}.`]
        : [
            `${pair.material.name} keeps its marks ${yearsText(held)} ${where}; after that they may no longer be read. Choose another material, or make it anew in time.`,
          ],
      measured: { words: yearsText(held) },
      required: { words: `${yearsText(lasts.years)} ${where}` },
      source: sourceOf(pair, name),
      fixes: () => [],
    },
  ];
}
