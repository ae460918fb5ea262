/** Limits on how items on the piece come out: strokes, signs, pictures, fields. */
import { sourceOf } from '../plan';
import { aboutPiece, mm, say, type Fix } from '../finding';
import { roundUpTo, slack } from '../numbers';
import type { ItemSettings, PlacedItem } from '../piece';
import { changeItem, fix } from './changes';
import type { PieceContext } from './context';
import { removalFix } from './itemFixes';
import { aboutItem, least, type ItemMeasure } from './itemMeasure';
import type { PieceMeasured } from './measured';

/** Strokes of words and lines of frames, after growth is taken back, against the machine's smallest mark. */
export function measureStrokes(context: PieceContext): PieceMeasured[] {
  const { piece, plan, pair } = context;
  const { elementMm } = pair.process;
  const measures = piece.items
    .filter(({ strokeMm, lines }) => Number.isFinite(strokeMm) && lines.length === 0)
    .map((item): ItemMeasure => ({ item, mm: item.strokeMm - 2 * plan.compensationMm }));
  const thinnest = least(measures);
  if (thinnest === null) return [];
  const shared = {
    kind: 'piece-strokes',
    station: 'piece',
    title: 'Thinnest stroke',
    required: { value: elementMm, unit: 'mm', comparison: '>=' },
    source: sourceOf(pair, 'elementMm'),
  } as const;
  const thin = measures.filter((measure) => measure.mm < elementMm - slack);
  if (thin.length === 0)
    return [
      {
        ...shared,
        about: aboutPiece,
        severity: 'fine',
        text: say`In the ${thinnest.item.name}; one mark of the ${pair.machine.name} is ${mm(elementMm)}.`,
        measured: { value: thinnest.mm, unit: 'mm' },
        fixes: () => [],
      },
    ];
  return thin.map(({ item, mm: strokeMm }) => ({
    ...shared,
    about: aboutItem(item),
    severity: 'stop',
    text: say`The strokes of the ${item.name} are thinner than one mark of the ${pair.machine.name} (${mm(elementMm)}): they close up or break.`,
    measured: { value: strokeMm, unit: 'mm' },
    fixes: () => thickerFixes(context, item),
  }));
}

/** What of an item makes its strokes as thick as they have to be. */
function thickerFixes({ settings, plan, pair }: PieceContext, item: PlacedItem): Fix[] {
  const itemSettings = settings.items.find(({ id }) => id === item.id);
  const share = (pair.process.elementMm + 2 * plan.compensationMm) / item.strokeMm;
  const larger = (value: number): number => roundUpTo(value * share * 1.002, 0.01);
  if (itemSettings?.kind === 'words') return [largerWords(itemSettings, larger)];
  if (
    itemSettings?.kind === 'border' ||
    (itemSettings?.kind === 'frame' && itemSettings.lineMm === item.strokeMm)
  )
    return [
      fix(
        say`Make the line ${mm(larger(itemSettings.lineMm))}`,
        changeItem(itemSettings.id, { lineMm: larger(itemSettings.lineMm) }),
      ),
    ];
  return itemSettings?.kind === 'frame'
    ? [
        fix(
          say`Make the band ${mm(larger(itemSettings.bandMm))}`,
          changeItem(itemSettings.id, { bandMm: larger(itemSettings.bandMm) }),
        ),
      ]
    : [];
}

function largerWords(
  words: Extract<ItemSettings, { kind: 'words' }>,
  larger: (value: number) => number,
): Fix {
  const { id, fit, capitalMm, widthMm, heightMm } = words;
  if (fit === 'height')
    return fix(
      say`Make the capitals ${mm(larger(capitalMm))}`,
      changeItem(id, { capitalMm: larger(capitalMm) }),
    );
  const set =
    fit === 'box' ? { widthMm: larger(widthMm), heightMm: larger(heightMm) } : { widthMm: larger(widthMm) };
  return fix(say`Make the words ${mm(larger(widthMm))} wide`, changeItem(id, set));
}

/** Signs that no shipped font has are named; they would be missing on the piece. */
export function measureGlyphs({ piece }: PieceContext): PieceMeasured[] {
  const worded = piece.items.filter(({ kind }) => kind === 'words' || kind === 'frame');
  const list = (signs: readonly string[]): string =>
    signs
      .slice(0, 12)
      .map((sign) => `“${sign}”`)
      .join(' ');
  const shared = {
    kind: 'piece-glyphs',
    station: 'piece',
    title: 'Signs',
    required: { value: 0, unit: 'characters', comparison: '<=' },
    source: { tag: 'job', text: 'the shipped fonts' },
    fixes: () => [],
  } as const;
  return worded.flatMap((item): PieceMeasured[] => {
    const missing = [...new Set(item.missing)];
    const borrowed = [...new Set(item.borrowed)];
    if (missing.length === 0 && borrowed.length === 0) return [];
    return [
      {
        ...shared,
        about: aboutItem(item),
        severity: missing.length > 0 ? 'stop' : 'fine',
        text:
          missing.length > 0
            ? say`No shipped font has ${list(missing)}; write it another way.`
            : say`The chosen font lacks ${list(borrowed)}; a plain one stands in.`,
        measured: { value: missing.length, unit: 'characters' },
      },
    ];
  });
}

/** A picture that cannot be drawn would be missing on the piece. */
export function measurePictures({ piece }: PieceContext): PieceMeasured[] {
  return piece.items.flatMap((item): PieceMeasured[] =>
    item.problem === null
      ? []
      : [
          {
            kind: 'piece-picture',
            about: aboutItem(item),
            station: 'piece',
            severity: 'stop',
            title: 'Picture',
            text: say`Not drawn: ${item.name}. ${item.problem}`,
            measured: { words: 'not drawn' },
            required: { words: 'whole' },
            source: { tag: 'job', text: 'what the file holds' },
            fixes: () => [removalFix(item)],
          },
        ],
  );
}

/** A field in braces that the job does not have would be engraved as it stands. */
export function measureFields({ piece }: PieceContext): PieceMeasured[] {
  return piece.items
    .filter(({ unknownFields }) => unknownFields.length > 0)
    .map((item): PieceMeasured => {
      const names = item.unknownFields.map((name) => `{${name}}`).join(' ');
      return {
        kind: 'piece-fields',
        about: aboutItem(item),
        station: 'piece',
        severity: 'caution',
        title: 'Fields',
        text: say`This job has no field ${names}, so the ${item.name} show it as it stands.`,
        measured: { words: names },
        required: { words: 'a field that the job has' },
        source: { tag: 'job', text: 'the fields of the job' },
        fixes: () => [],
      };
    });
}

/** Who fills in a field, for those that every job has. */
const filledBy: Readonly<Record<string, string>> = {
  title: 'give the job a name, or a message',
  serial: 'type a serial number beside the words',
  collection: 'file the job in a collection',
  host: 'the message has to be a web address',
};

/** Fields without a value leave a gap in the words, and empty words leave nothing at all. */
export function measureEmptyWords({ piece, settings }: PieceContext): PieceMeasured[] {
  const shared = {
    station: 'piece',
    severity: 'caution',
    source: { tag: 'job', text: 'the fields of the job' },
  } as const;
  return piece.items.flatMap((item): PieceMeasured[] => {
    const itemSettings = settings.items.find(({ id }) => id === item.id);
    if (itemSettings?.kind === 'words' && itemSettings.text.trim() === '')
      return [
        {
          ...shared,
          kind: 'piece-empty-words',
          about: aboutItem(item),
          title: 'Words',
          text: ['Nothing is typed for these words, so nothing is made of them.'],
          measured: { words: 'empty' },
          required: { words: 'a text' },
          fixes: () => [removalFix(item)],
        },
      ];
    if (item.emptyFields.length === 0) return [];
    const [first] = item.emptyFields as [string];
    const who = filledBy[first.toLowerCase()] ?? `fill in “${first}” of the message`;
    return [
      {
        ...shared,
        kind: 'piece-empty-fields',
        about: aboutItem(item),
        title: 'Fields',
        text: say`The ${item.name} have a gap: {${first}} has no value in this job. To fill it, ${who}.`,
        measured: { words: item.emptyFields.map((name) => `{${name}}`).join(' ') },
        required: { words: 'a value' },
        fixes: () => [],
      },
    ];
  });
}
