/** The three questions of whoever makes a piece; every finding belongs to one of them. */
export const answers = ['reads', 'made', 'fits'] as const;
/** Will it read? Can the machine make it? Does all of it have its place? */
export type Answer = (typeof answers)[number];

const kindsOf: Readonly<Record<Answer, readonly string[]>> = {
  reads: [
    'alignment',
    'bend',
    'bridges',
    'clear-ground',
    'budget',
    'contrast',
    'contrast-luma',
    'contrast-red',
    'covered-patterns',
    'finder-corners',
    'finder-proportions',
    'life',
    'mirrored',
    'mode-characters',
    'mount',
    'piece-codes',
    'polarity',
    'quick-proof',
    'reading-camera',
    'reading-nearest',
    'reading-rule',
    'symbol-rule',
    'text-encoding',
    'half-tone',
    'unit-fill',
    'version-too-small',
  ],
  made: [
    'bed',
    'code-turn',
    'first-layer',
    'ground-missing',
    'growth',
    'inner-corners',
    'layers',
    'light-gaps',
    'logo-detail',
    'logo-missing',
    'loose-parts',
    'module-size',
    'paint-unused',
    'piece-detail',
    'piece-empty-fields',
    'piece-empty-words',
    'piece-fields',
    'piece-glyphs',
    'piece-narrow-holes',
    'piece-picture',
    'piece-strokes',
    'picture-contrast',
    'picture-match',
    'picture-tail',
    'thinnest-gap',
    'thinnest-part',
    'weeding',
    'whole-dots',
  ],
  fits: [
    'bleed',
    'code-inside',
    'piece-contour',
    'piece-gaps',
    'piece-holes',
    'piece-inside',
    'piece-openings',
    'piece-overlap',
    'piece-stand',
    'quiet-zone',
    'quiet-zone-shift',
    'round-inside',
    'round-quiet',
  ],
};
const answerOfKind = new Map(
  answers.flatMap((answer) => kindsOf[answer].map((kind) => [kind, answer] as const)),
);

/** The question that a kind of finding belongs to. What is wrong with a message, whatever it is, concerns reading. */
export const answerOf = (kind: string): Answer => answerOfKind.get(kind) ?? 'reads';
/** Whether it has been said where a kind belongs: for all that are not about messages. */
export const hasAnswer = (kind: string): boolean => answerOfKind.has(kind);
