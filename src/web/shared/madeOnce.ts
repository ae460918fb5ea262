/** Things that are made by the server under an id from here: asked for again after an answer was lost, it is the same one. */

/** By what was asked for, as text: ids that were sent without an answer. */
const unanswered = new Map<string, string>();

/** `what` and what is asked for together say which one is meant. Rejects as `make` does. */
export async function madeOnce<Made>(
  what: string,
  asked: unknown,
  make: (id: string) => Promise<Made>,
): Promise<Made> {
  const key = `${what} ${JSON.stringify(asked)}`;
  const id = unanswered.get(key) ?? crypto.randomUUID();
  unanswered.set(key, id);
  const made = await make(id);
  unanswered.delete(key);
  return made;
}
