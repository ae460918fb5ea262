/** One for all three finder patterns, or one for each. */
export type PerFinder<Value> = [Value] | [Value, Value, Value];

/** Each made anew. */
export function mapFinders<From, To>(
  [first, second, third]: PerFinder<From>,
  make: (from: From, place: number) => To,
): PerFinder<To> {
  return second === undefined || third === undefined
    ? [make(first, 0)]
    : [make(first, 0), make(second, 1), make(third, 2)];
}
