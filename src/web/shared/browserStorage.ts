/** The browser's storage, which may be full, forbidden or damaged: never an exception. */

/** The stored value, null when there is none or it is not JSON. */
export function recall(storage: Storage, key: string): unknown {
  try {
    const text = storage.getItem(key);
    return text === null ? null : JSON.parse(text);
  } catch {
    return null;
  }
}

/** False when it could not be stored. */
export function remember(storage: Storage, key: string, value: unknown): boolean {
  try {
    storage.setItem(key, JSON.stringify(value));
    return true;
  } catch {
    return false;
  }
}

export function forget(storage: Storage, key: string): void {
  try {
    storage.removeItem(key);
  } catch {
    // Nothing was stored then.
  }
}
