/** Changes of a flat document, field by field. */

const isSame = (one: unknown, other: unknown): boolean => JSON.stringify(one) === JSON.stringify(other);

/** Fields of a document that are not as they were, with what they are now. */
export function changedFields<Document extends object>(now: Document, before: Document): Partial<Document> {
  const changed = Object.entries(now).filter(
    ([field, value]) => !isSame(value, before[field as keyof Document]),
  );
  return Object.fromEntries(changed) as Partial<Document>;
}

/** What was changed since `before`, made on another version. */
export const mergedOnto = <Document extends object>(
  now: Document,
  before: Document,
  onto: Document,
): Document => ({ ...onto, ...changedFields(now, before) });

/** The first of what was changed, alone. */
export function firstChangeOf<Document extends object>(now: Document, before: Document): Document {
  const [first] = Object.entries(changedFields(now, before));
  return first === undefined ? now : { ...before, [first[0]]: first[1] };
}
