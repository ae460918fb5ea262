/** What is wrong, beside the piece at the height of what it is about. */
import { severityRank, type Finding, type Severity } from '../../../core/finding';

/** A thing on the piece as it lies on the screen. */
export interface FlaggedPlace {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export interface StageFlag {
  readonly id: string;
  readonly severity: Severity;
  readonly findings: readonly Finding[];
  /** Height of the flag. */
  readonly y: number;
  /** The end of its line, on the thing. */
  readonly toX: number;
  readonly toY: number;
}

const flagHeightPx = 20;

/** One flag for each thing with something wrong, from the top down, none over another; `fromY` is free from there on. */
export function stageFlags(
  findings: readonly Finding[],
  places: readonly FlaggedPlace[],
  fromY: number,
): StageFlag[] {
  const flagged = places
    .map((place) => ({
      place,
      own: findings
        .filter(
          ({ about, severity, isAwaited }) =>
            severity !== 'fine' && !isAwaited && 'id' in about && about.id === place.id,
        )
        .sort((a, b) => severityRank[b.severity] - severityRank[a.severity]),
    }))
    .filter(({ own }) => own.length > 0)
    .sort((a, b) => a.place.y + a.place.height / 2 - (b.place.y + b.place.height / 2));
  let free = fromY;
  return flagged.map(({ place, own }) => {
    const toY = place.y + place.height / 2;
    const y = Math.max(toY, free);
    free = y + flagHeightPx;
    return {
      id: place.id,
      severity: own[0]!.severity,
      findings: own,
      y,
      toX: place.x + place.width,
      toY,
    };
  });
}
