/** Fields of the job in words: `{host}` becomes the host of the address. */

export type TextFields = Readonly<Record<string, string>>;

/** Fields that every job has; the message adds its own by name. */
export const fieldNames = ['title', 'collection', 'serial', 'host'] as const;

/** Known fields are put in; unknown ones stay as they are, so that they can be seen and mended. */
export function filledText(text: string, fields: TextFields): string {
  return text.replace(/\{([a-z]+)\}/gi, (whole, name: string) => fields[name.toLowerCase()] ?? whole);
}
