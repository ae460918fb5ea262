/** What is looked at now and then beside the drawing of the bench: the piece around a thing, and the ways to mark it. */
import type { Box, Region } from '../core/geometry';
import { pathData } from '../core/output';
import { aroundThing, type BendSettings } from '../core/piece';
import { planPiece, wayOf, type Way } from '../core/plan';
import type { JobResult } from '../core/run';
import { finishedParts, type FinishedPart, type PiecePaths } from './pressView';

export interface MarkingWays {
  readonly normal: Way;
  readonly reversed: Way;
}

/** The finished piece on what it goes around. */
export interface AroundView extends PiecePaths {
  readonly baseColour: string;
  readonly parts: readonly FinishedPart[];
  readonly bend: BendSettings;
  /** What it goes around, as far as it is shown. */
  readonly thing: Box;
  readonly thingPath: string;
}

/** How much of the thing shows beyond the piece, as a share of the piece. */
const shownBeyond = 0.12;

/** Null for a flat piece, and when there is none. */
export function aroundView(result: JobResult): AroundView | null {
  const { job, made, pair } = result;
  const { bend } = job.piece;
  if (made === null || bend === null) return null;
  const { piece } = made;
  const bent = (region: Region): string => pathData(aroundThing(region, bend, piece));
  const { widthMm, heightMm } = piece;
  const most = Math.max(bend.diameterMm, bend.otherDiameterMm);
  const [middleX, middleY] = [widthMm / 2, heightMm / 2];
  const isWidth = bend.around === 'width';
  const beyond = shownBeyond * (isWidth ? heightMm : widthMm);
  const thing = isWidth
    ? { x: middleX - most / 2, y: -beyond, width: most, height: heightMm + 2 * beyond }
    : { x: -beyond, y: middleY - most / 2, width: widthMm + 2 * beyond, height: most };
  // Its sides go on as they run along the piece.
  const side = (share: number): number =>
    (bend.diameterMm + (bend.otherDiameterMm - bend.diameterMm) * share) / 2;
  const [start, end] = [side(-shownBeyond), side(1 + shownBeyond)];
  const corners = isWidth
    ? [
        { x: middleX - start, y: thing.y },
        { x: middleX + start, y: thing.y },
        { x: middleX + end, y: thing.y + thing.height },
        { x: middleX - end, y: thing.y + thing.height },
      ]
    : [
        { x: thing.x, y: middleY - start },
        { x: thing.x + thing.width, y: middleY - end },
        { x: thing.x + thing.width, y: middleY + end },
        { x: thing.x, y: middleY + start },
      ];
  return {
    baseColour: pair.material.baseColour,
    outlinePath: bent([piece.outline]),
    holesPath: bent([...piece.openings, ...piece.holes.map(({ edge }) => edge)]),
    parts: finishedParts(result, made, bent),
    bend,
    thing,
    thingPath: pathData([corners]),
  };
}

/** The two ways to mark a piece, each planned as if it were chosen; null when there is no piece. */
export function waysOf({ job, pair, codes, made }: JobResult): MarkingWays | null {
  if (made === null) return null;
  const { piece, plan } = made;
  const looks = codes.map(({ settings, ground }) => ({ paint: settings.style.paint, ground }));
  const way = (reversed: boolean): Way =>
    wayOf(
      reversed === plan.reversed
        ? plan.sheet()
        : planPiece(piece, pair, { ...job.making, reversed }, looks, job.piece, plan.shadow).sheet(),
      pair,
    );
  return { normal: way(false), reversed: way(true) };
}
