/** File names that say what is in them. */

export interface NameFields {
  readonly job: string;
  readonly revision: number | null;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly material: string;
  readonly mirrored: boolean;
  /** For files of a part of the job, such as its base. */
  readonly part?: string;
}

/** `berth-17-plate_r14_60x40mm_black-anodised-aluminium.svg`; `_mirrored` is added so that nobody mirrors it twice. */
export function fileName(fields: NameFields, extension: string): string {
  const parts = [
    slug(fields.job) || 'job',
    fields.revision === null ? '' : `r${fields.revision}`,
    `${fields.widthMm}x${fields.heightMm}mm`,
    slug(fields.material),
    // A base is cut from another sheet and never mirrored.
    fields.part ?? (fields.mirrored ? 'mirrored' : ''),
  ];
  return `${parts.filter((part) => part !== '').join('_')}.${extension}`;
}

/** Lower case letters and digits of any script, joined by hyphens; accents are kept off Latin letters. */
function slug(text: string): string {
  return text
    .normalize('NFKD')
    .replace(/\p{Mn}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 60);
}
