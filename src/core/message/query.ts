/** Fields behind a question mark, as several kinds have them (RFC 3986, 3.4). */

/** Decodes percent-encoding; text that is no valid encoding comes back as it is. */
export function percentDecoded(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}

/** Names in lower case with their decoded values; the first of a name counts. */
export function queryFields(query: string): Map<string, string> {
  const fields = new Map<string, string>();
  for (const pair of query.split('&')) {
    const equals = pair.indexOf('=');
    if (equals <= 0) continue;
    const name = percentDecoded(pair.slice(0, equals)).toLowerCase();
    if (!fields.has(name)) fields.set(name, percentDecoded(pair.slice(equals + 1)));
  }
  return fields;
}
