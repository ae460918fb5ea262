/**
 * Whether the program was updated while this page was open. Parts of the page that were not loaded yet are gone then; what is typed is
 * kept, and loading the page anew goes on with it.
 */
import { readonly, ref } from 'vue';

/** Sent by the server with each answer of its interface. */
const header = 'binarus-page';
let loadedVersion: string | null = null;
const updated = ref(false);
export const isUpdated = readonly(updated);

/** The first answer is of the version that this page was loaded from. */
export function noteVersion(answer: Response): void {
  const version = answer.headers.get(header);
  if (version === null) return;
  loadedVersion ??= version;
  updated.value = version !== loadedVersion;
}

/** Asks for the version now. Never rejects. */
export async function askVersion(): Promise<void> {
  await fetch('/api/health').then(noteVersion, () => undefined);
}

/** A part of the page that is loaded when it is needed first. Rejects with a sentence. */
export async function loadedPart<Part>(what: string, load: () => Promise<Part>): Promise<Part> {
  try {
    return await load();
  } catch {
    await askVersion();
    throw new Error(
      isUpdated.value
        ? `${what} could not be loaded: Binarus was updated while this page was open. Reload the page; your work is kept.`
        : `${what} could not be loaded: the Binarus server does not answer.`,
    );
  }
}
