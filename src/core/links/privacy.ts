/** What is counted, in plain words that can stand in the owner's own privacy notice. */
import { escaped, page } from './page';

export interface Counting {
  readonly counts: boolean;
  readonly keepDays: number;
}

/** A paragraph each. */
export function privacyText({ counts, keepDays }: Counting): readonly string[] {
  if (!counts)
    return [
      'Our codes lead to short addresses of ours, which send you on to the page that is meant.',
      'Nothing is counted there, and nothing about you is kept.',
    ];
  return [
    'Our codes lead to short addresses of ours, which send you on to the page that is meant. We count how often that happens.',
    'Of each visit we keep: which address it was, the time, the kind of device and system in broad classes (such as “phone, Android”), the first language that the browser asks for, and whether it was a person, a preview in a message or a robot.',
    'We do not keep your network address, and no cookie is set. Whether somebody came twice on one day is told by a digest whose key is made at random, stays in memory and is thrown away every night; after that nobody can tell it, nor from one day to the next.',
    `Single visits are deleted after ${keepDays} days; sums by the hour stay. The counts are kept on our own machine, and go to nobody else.`,
  ];
}

export const privacyPage = (counting: Counting): string =>
  page(
    'What is counted',
    '',
    privacyText(counting)
      .map((text) => `<p>${escaped(text)}</p>\n`)
      .join(''),
  );
