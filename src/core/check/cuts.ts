/** Limits on what the cut can follow: a gap or an opening that is narrower than the cut is not cut. */
import { sourceOf } from '../plan';
import { aboutPiece, mm, say, sizeMm, type About, type Fix, type Sentence, type Severity } from '../finding';
import { boundsOf, cutRegion, growRegion, regionArea, type Contour, type Region } from '../geometry';
import { largestHolding, roundUpTo, slack } from '../numbers';
import { fix, takeHoleAway } from './changes';
import { largestPieceMm, type PieceContext } from './context';
import type { PieceMeasured } from './measured';
import { pieceSizeChange } from './sizeFixes';

/** How far arcs that are flattened for measuring may be left, in millimetres. */
const toleranceMm = 0.002;
/** What a corner loses is not worth a word, in square millimetres. */
const leastLostMm2 = 0.002;

/** Something that is narrower than the cut. Each kind of it is a limit of its own, which can be let pass by itself. */
interface Narrow {
  readonly kind: 'piece-gaps' | 'piece-openings' | 'piece-narrow-holes';
  readonly about: About;
  readonly severity: Severity;
  /** What of it is not cut. */
  readonly text: Sentence;
  readonly widthMm: number;
  readonly fixes: () => readonly Fix[];
}

/** Whatever the cut closes up: gaps in the outline, openings of a drawing, holes. Nothing where there is none. */
export function measureCuts(context: PieceContext): PieceMeasured[] {
  const { pair } = context;
  const { kerfMm } = pair.process;
  if (kerfMm === 0) return [];
  const narrow = [
    ...narrowGaps(context, kerfMm),
    ...narrowOpenings(context, kerfMm),
    ...narrowHoles(context, kerfMm),
  ];
  return narrow.map(({ kind, about, severity, text, widthMm, fixes }) => ({
    kind,
    about,
    station: 'piece',
    severity,
    title: 'Width of the cut',
    text: [...text, ...say` The cut of the ${pair.machine.name} is ${mm(kerfMm)} wide.`],
    measured: { value: widthMm, unit: 'mm' },
    required: { value: kerfMm, unit: 'mm', comparison: '>=' },
    source: sourceOf(pair, 'kerfMm'),
    fixes,
  }));
}

function narrowGaps(context: PieceContext, kerfMm: number): Narrow[] {
  const widthMm = narrowestMm(context.piece.outline, kerfMm, 'gap');
  return widthMm === null
    ? []
    : [
        {
          kind: 'piece-gaps',
          about: aboutPiece,
          severity: 'caution',
          text: ['A gap in the outline closes up: it is not cut open.'],
          widthMm,
          fixes: () => largerDrawing(context, kerfMm / widthMm),
        },
      ];
}

/** The narrowest of the openings that come with the outline. */
function narrowOpenings(context: PieceContext, kerfMm: number): Narrow[] {
  const [narrowest] = context.piece.openings
    .flatMap((opening) => {
      const widthMm = narrowestMm(opening, kerfMm, 'part');
      return widthMm === null ? [] : [{ opening, widthMm }];
    })
    .sort((a, b) => a.widthMm - b.widthMm);
  if (narrowest === undefined) return [];
  const { opening, widthMm } = narrowest;
  const vanishes = growRegion([opening], -kerfMm / 2, toleranceMm, 'mitre').length === 0;
  return [
    {
      kind: 'piece-openings',
      about: aboutPiece,
      severity: vanishes ? 'stop' : 'caution',
      text: [
        vanishes ? 'An opening is too narrow to be cut.' : 'Parts of an opening are too narrow to be cut.',
      ],
      widthMm,
      fixes: () => largerDrawing(context, kerfMm / widthMm),
    },
  ];
}

function narrowHoles({ piece, settings }: PieceContext, kerfMm: number): Narrow[] {
  return settings.holes.flatMap((row): Narrow[] => {
    const hole = piece.holes.find(({ id }) => id === row.id);
    const bounds = hole && boundsOf([hole.edge]);
    const widthMm = bounds ? Math.min(bounds.width, bounds.height) : Infinity;
    if (hole === undefined || widthMm > kerfMm + slack) return [];
    return [
      {
        kind: 'piece-narrow-holes',
        about: { on: 'hole', id: row.id },
        severity: 'stop',
        text: say`Too narrow to be cut: ${hole.name}.`,
        widthMm,
        fixes: () => [fix(say`Remove the ${hole.name}`, takeHoleAway(row))],
      },
    ];
  });
}

/** A drawing grows with its piece. */
function largerDrawing({ settings }: PieceContext, share: number): Fix[] {
  const widthMm = roundUpTo(settings.widthMm * share * 1.02, 1);
  const heightMm = roundUpTo(settings.heightMm * share * 1.02, 1);
  return settings.outline.kind !== 'drawn' || Math.max(widthMm, heightMm) > largestPieceMm
    ? []
    : [
        fix(
          say`Make the piece ${sizeMm(widthMm, heightMm)}`,
          pieceSizeChange({ ...settings, widthMm, heightMm }),
        ),
      ];
}

/** Outlines that have not changed are the same objects as at the last key press. */
interface Narrowest {
  readonly kerfMm: number;
  readonly widthMm: number | null;
}
const narrowestBefore = {
  gap: new WeakMap<Contour, Narrowest>(),
  part: new WeakMap<Contour, Narrowest>(),
};

/** Width of the narrowest gap in an outline, or part of an opening, that a cut closes up; null when it closes none. */
function narrowestMm(contour: Contour, kerfMm: number, what: 'gap' | 'part'): number | null {
  const before = narrowestBefore[what].get(contour);
  if (before?.kerfMm === kerfMm) return before.widthMm;
  // Grown and shrunk again, or the other way round: what changes on the way is narrower than what it was grown by.
  const afterwards = (halfMm: number): Region =>
    growRegion(growRegion([contour], halfMm, toleranceMm, 'mitre'), -halfMm, toleranceMm, 'mitre');
  const isClear = (widthMm: number): boolean => {
    const lost =
      what === 'gap'
        ? cutRegion(afterwards(widthMm / 2), [contour], toleranceMm)
        : cutRegion([contour], afterwards(-widthMm / 2), toleranceMm);
    // Slivers along flattened arcs are not lost.
    return regionArea(growRegion(lost, -toleranceMm, toleranceMm / 2, 'mitre')) < leastLostMm2;
  };
  const widthMm = isClear(kerfMm) ? null : largestHolding(0, kerfMm, kerfMm / 40, isClear);
  narrowestBefore[what].set(contour, { kerfMm, widthMm });
  return widthMm;
}
