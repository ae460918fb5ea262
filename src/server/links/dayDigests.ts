/** Who came before on the same day, without keeping who it was. */
import { hash, randomBytes } from 'node:crypto';

const newKey = (): string => randomBytes(32).toString('base64');

/** Tells whether somebody came before on the same day, by a digest whose key is thrown away with the day. */
export function dayDigests(
  today: () => string,
): (slug: string, address: string, userAgent: string) => boolean {
  let day = '';
  let key = newKey();
  let seen = new Set<string>();
  return (slug, address, userAgent) => {
    const now = today();
    if (now !== day) {
      day = now;
      key = newKey();
      seen = new Set();
    }
    const digest = hash('sha256', `${key}${slug}\n${address}\n${userAgent}`, 'base64').slice(0, 16);
    if (seen.has(digest)) return false;
    // More than that in a day is no public that can be told apart.
    if (seen.size < 2_000_000) seen.add(digest);
    return true;
  };
}
