/** Choices of a list, made of a table that has a label for every id: a new id without one does not compile. */
export const choicesOf = <Id extends string>(
  labels: Readonly<Record<Id, string>>,
): readonly { readonly value: Id; readonly label: string }[] =>
  (Object.keys(labels) as Id[]).map((value) => ({ value, label: labels[value] }));
