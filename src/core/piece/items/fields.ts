/** Fields of the job in words: `{host}` becomes the host of the address. */

export type TextFields = Readonly<Record<string, string>>;

/** Fields that every job has; the message adds its own by name. */
export const fieldNames = ['title', 'collection', 'serial', 'host'] as const;

const field = /\{([a-z]+)\}/gi;

/** Names of what stands in braces. */
export const unfilledFields = (text: string): string[] =>
  Array.from(text.matchAll(field), ([, name]) => name!);

/** Known fields of a text that have no value in this job. */
export const emptyFields = (text: string, fields: TextFields): string[] =>
  unfilledFields(text).filter((name) => fields[name.toLowerCase()]?.trim() === '');

/** What stands in a text beside its fields. */
export const withoutFields = (text: string): string => text.replace(field, '');

/** Known fields are put in; unknown ones stay as they are, so that they can be seen and mended. */
export function filledText(text: string, fields: TextFields): string {
  return text.replace(field, (whole, name: string) => fields[name.toLowerCase()] ?? whole);
}
