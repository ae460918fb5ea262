/** Shots of one proof that are shared out among those who work at the same time. */
import { joinedReports, type ProofReport, type ShotNumbers } from '../core/proof';

/** Takes the shots of some numbers and tells every report; null when it was called off, or nothing could be shot. */
export type ShotTaker = (
  numbers: ShotNumbers,
  tell: (report: ProofReport) => void,
) => Promise<ProofReport | null>;

export interface SharedCourse {
  /** Told all that was shot so far. */
  readonly tell?: (report: ProofReport) => void;
  /** Ends it with what is known. */
  readonly isEnough?: (report: ProofReport) => boolean;
}

/**
 * Of `n` takers each takes every nth shot, from the first to the last. Null when none of them could. What a worker tells
 * on the way and what it answers at the end travel by two ports, in no sure order: the answer counts, and a report that
 * comes later is dropped.
 */
export function sharedShots(
  takers: readonly ShotTaker[],
  { first, ofShots }: Pick<ShotNumbers, 'first' | 'ofShots'>,
  { tell, isEnough }: SharedCourse = {},
): Promise<ProofReport | null> {
  return new Promise((resolve, reject) => {
    const newest: (ProofReport | undefined)[] = takers.map(() => undefined);
    const answered = new Set<number>();
    let isOver = false;
    const end = (report: ProofReport | null): void => {
      isOver = true;
      resolve(report);
    };
    const hear = (place: number, report: ProofReport): void => {
      newest[place] = report;
      const [one, ...others] = newest.filter((report) => report !== undefined);
      const all = joinedReports([one!, ...others]);
      tell?.(all);
      if (isEnough?.(all) === true || answered.size === takers.length) end(all);
    };
    const ask = async (taker: ShotTaker, place: number): Promise<void> => {
      const last = await taker({ first: first + place, step: takers.length, ofShots }, (report) => {
        if (!isOver && !answered.has(place)) hear(place, report);
      });
      if (isOver) return;
      answered.add(place);
      // What one of them could not shoot, none could.
      if (last === null) end(null);
      else hear(place, last);
    };
    takers.forEach((taker, place) => void ask(taker, place).catch(reject));
  });
}
