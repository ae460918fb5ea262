/** What was changed at a link, and who came before and after. */
import type { Link } from './link';

export type ChangeKind = 'target' | 'rules' | 'retired' | 'leads-again';

export interface LinkChange {
  /** ISO 8601. */
  readonly at: string;
  readonly kind: ChangeKind;
  readonly link: Link;
}

/** Changes of where a link leads, from its revisions in order; names, notes and places are none. */
export function changesOf(
  revisions: readonly { readonly savedAt: string; readonly link: Link }[],
): readonly LinkChange[] {
  return revisions.slice(1).flatMap(({ savedAt, link }, index): LinkChange[] => {
    const before = revisions[index]!.link;
    const kind = kindOf(before, link);
    return kind === null ? [] : [{ at: savedAt, kind, link }];
  });
}

function kindOf(before: Link, now: Link): ChangeKind | null {
  if ((before.retired === null) !== (now.retired === null))
    return now.retired === null ? 'leads-again' : 'retired';
  if (before.target !== now.target) return 'target';
  return JSON.stringify(before.rules) === JSON.stringify(now.rules) ? null : 'rules';
}

export interface AroundChange {
  /** Whole days that are compared, as many before as after. */
  readonly days: number;
  /** People a day. */
  readonly before: number;
  readonly after: number;
}

const longestDays = 28;

/**
 * People a day before and after a day on which something changed, which itself belongs to neither. As many days on both sides, 28 at most,
 * and whole weeks where there are any: weekends are another public. Null without a day on either side.
 */
export function aroundChange(
  days: readonly { readonly day: string; readonly person: number }[],
  changed: string,
): AroundChange | null {
  const index = days.findIndex(({ day }) => day === changed);
  // Today is not over.
  const room = index < 0 ? 0 : Math.min(index, days.length - 2 - index, longestDays);
  if (room < 1) return null;
  const count = room < 7 ? room : room - (room % 7);
  const perDay = (some: typeof days): number => some.reduce((sum, { person }) => sum + person, 0) / count;
  return {
    days: count,
    before: perDay(days.slice(index - count, index)),
    after: perDay(days.slice(index + 1, index + 1 + count)),
  };
}
