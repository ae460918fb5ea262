/**
 * What is made when it is first asked for, and then kept. A function and not a getter: a literal object with a getter
 * gets a shape of its own, which holds on to all that the getter knows for far longer than the object lives.
 */
export function onDemand<Value>(make: () => Value): () => Value {
  let made: { readonly value: Value } | null = null;
  return () => (made ??= { value: make() }).value;
}
