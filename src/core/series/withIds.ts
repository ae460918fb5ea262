/** Series of version 2, in which targets, and parts that fixes set, were called by words: “logo title”, “two across”. */
import { withPatternId } from '../job';
import { withFamilyId } from '../plan';
import { z } from '../schema';

const version2Schema = z.looseObject({
  match: z.array(z.looseObject({ target: z.looseObject({ on: z.string() }) })),
  fixes: z.array(
    z.looseObject({ changes: z.array(z.looseObject({ on: z.string(), set: z.unknown().optional() })) }),
  ),
});

/** What is wrong with the document the schema of today tells. */
export function withIds(document: Record<string, unknown>): Record<string, unknown> {
  const parsed = version2Schema.safeParse(document);
  if (!parsed.success) return { ...document, formatVersion: 3 };
  const { match, fixes, ...rest } = parsed.data;
  return {
    ...rest,
    formatVersion: 3,
    match: match.map(({ target, ...own }) => ({
      ...own,
      target: { ...target, on: target.on.replaceAll(' ', '-') },
    })),
    fixes: fixes.map(({ changes, ...own }) => ({ ...own, changes: changes.map(changeWithIds) })),
  };
}

function changeWithIds(change: { readonly on: string; readonly set?: unknown }): unknown {
  if (change.on === 'hole') return { ...change, set: withPatternId(change.set) };
  if (change.on !== 'making' || typeof change.set !== 'object' || change.set === null) return change;
  const set = change.set as Record<string, unknown>;
  return 'pair' in set ? { ...change, set: { ...set, pair: withFamilyId(set.pair) } } : change;
}
