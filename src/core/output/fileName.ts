/** File names that say what is in them, from a pattern with the job's fields. */

export const nameFields = [
  'collection',
  'title',
  'revision',
  'size',
  'width',
  'height',
  'material',
  'machine',
  'operation',
  'row',
] as const;
export type NameField = (typeof nameFields)[number];

/** Fields without a value are empty, and what parts them from the next goes with them. */
export type NameValues = Readonly<Record<NameField, string>>;

/** `berth-17-plate_r14_60x40mm_black-anodised-aluminium`; what tells files of one job apart is put behind it. */
export const usualPattern = '{title}_{revision}_{size}_{material}';

export interface NamedFile {
  /** Told apart from files with the same extension, such as `base` or `mirrored`; in the order that they are written. */
  readonly parts: readonly string[];
  readonly extension: string;
}

/** Fields of a pattern that there are none of; empty when it can be used. */
export const unknownFields = (pattern: string): readonly string[] =>
  [...pattern.matchAll(/\{([^{}]*)\}/g)]
    .map(([, field]) => field!)
    .filter((field) => !(nameFields as readonly string[]).includes(field));

/** Longest part of a name before its extension: with it, and a number behind, it fits every common file system's 255 bytes. */
const longestBytes = 200;

/**
 * One name for each file, no two alike whatever the pattern is (compared without case, as some file systems do): where
 * names would meet, what tells the files apart is added, and then a number. Hold only what every common file system takes.
 */
export function fileNames(
  pattern: string,
  values: NameValues,
  files: readonly NamedFile[],
): readonly string[] {
  const taken = new Set<string>();
  return files.map(({ parts, extension }) => {
    const filled = filledPattern(pattern, values);
    const base = safe([filled, ...parts.map(slug)].filter((part) => part !== '').join('_')) || 'job';
    let name = `${base}.${extension}`;
    for (let number = 2; taken.has(name.toLowerCase()); number++) name = `${base}_${number}.${extension}`;
    taken.add(name.toLowerCase());
    return name;
  });
}

/** Values in the places of their fields; separators in front of what is empty go with it. */
function filledPattern(pattern: string, values: NameValues): string {
  const pieces = pattern.split(/(\{[^{}]*\})/);
  let text = '';
  let separator = '';
  for (const piece of pieces) {
    const field = /^\{([^{}]*)\}$/.exec(piece)?.[1];
    if (field === undefined) {
      separator += piece;
      continue;
    }
    const value = (nameFields as readonly string[]).includes(field)
      ? shown(field as NameField, values[field as NameField])
      : '';
    if (value !== '') text += (text === '' ? separator.replace(/^[\s._-]+/, '') : separator) + value;
    separator = '';
  }
  return text + separator.replace(/[\s._-]+$/, '');
}

/** Sizes keep their points; all else becomes letters and digits. */
const shown = (field: NameField, value: string): string =>
  field === 'size' || field === 'width' || field === 'height' || field === 'revision' ? value : slug(value);

/** Lower case letters and digits of any script, joined by hyphens; accents are kept off Latin letters. */
export function slug(text: string): string {
  return text
    .normalize('NFKD')
    .replace(/\p{Mn}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 60);
}

/** Names that one of the common systems keeps for devices. */
const devices = /^(con|prn|aux|nul|com\d|lpt\d)$/i;

/** Without signs that a file system minds (common practice: those of the strictest one), points and spaces at its ends. */
function safe(name: string): string {
  const clean = name
    .normalize('NFC')
    .replace(/[\u0000-\u001f<>:"/\\|?*\u007f]+/g, '-')
    .replace(/^[\s.]+|[\s.]+$/g, '');
  let short = clean;
  while (new TextEncoder().encode(short).length > longestBytes) short = [...short].slice(0, -1).join('');
  return devices.test(short) ? `${short}_` : short;
}
