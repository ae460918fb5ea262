/** What differs between two job documents, as sentences. */
import { isPlainPaint, shapesKey, styleName } from '../artwork';
import { codeName, listed, metres, mm, say, type Sentence } from '../finding';
import type { LogoSettings } from '../logo';
import { kindName } from '../message';
import {
  itemName,
  type Axis,
  type CodePlacement,
  type Corners,
  type ItemSettings,
  type PieceSettings,
} from '../piece';
import type { CodeSettings, Job } from './job';

type Compare = <Value>(what: string, from: Value, to: Value, show?: (value: Value) => Sentence) => void;

const said = (value: unknown): Sentence => (value === '' ? ['nothing'] : [`“${String(value)}”`]);
const plain = (value: unknown): Sentence => [String(value)];
const inMm = (value: number): Sentence => [mm(value)];
const differs = (a: unknown, b: unknown): boolean => JSON.stringify(a) !== JSON.stringify(b);

/** Compares into a list of sentences. */
const comparing =
  (changes: Sentence[]): Compare =>
  (what, from, to, show = said) => {
    if (differs(from, to)) changes.push(say`${what} ${show(from)} → ${show(to)}`);
  };

/** One sentence for each change from the first document to the second; none when they are the same. */
export function describeChanges(before: Job, after: Job): Sentence[] {
  const changes: Sentence[] = [];
  const compare = comparing(changes);
  compare('name', before.name, after.name);
  compare('collection', before.collection, after.collection);
  compare('note', before.note, after.note);
  changes.push(...codesChanges(before, after), ...pieceChanges(before.piece, after.piece));
  compare('material', materialOf(before), materialOf(after), plain);
  compare('reversed', before.making.reversed, after.making.reversed, yesOrNo);
  compare('mirrored', before.making.mirrored, after.making.mirrored, yesOrNo);
  compare(
    'paint in the marks',
    before.making.paintFill?.colour ?? 'none',
    after.making.paintFill?.colour ?? 'none',
    plain,
  );
  compare('white under the codes', before.making.whiteGround, after.making.whiteGround, yesOrNo);
  compare('bridges', before.making.bridged, after.making.bridged, yesOrNo);
  compare('body', before.making.solid, after.making.solid, solidText);
  compare('read from', before.reading.distanceM, after.reading.distanceM, (value) => [metres(value)]);
  const passed = (job: Job): string => job.overrides.map(({ kind }) => kind).join(', ') || 'nothing';
  compare('allowed anyway', passed(before), passed(after), plain);
  return changes;
}

/** Codes by their ids; with several, each change says whose it is. */
function codesChanges(before: Job, after: Job): Sentence[] {
  const isOne = before.codes.length === 1 && after.codes.length === 1;
  const changes: Sentence[] = after.codes.flatMap((code, place): Sentence[] => {
    const earlier = before.codes.find(({ id }) => id === code.id) ?? (isOne ? before.codes[0] : undefined);
    if (earlier === undefined) return [say`code ${place + 1} put on`];
    const changes = codeChanges(earlier, code);
    return isOne ? changes : changes.map((change) => say`${codeName(code.id)}: ${change}`);
  });
  const gone = before.codes.filter(({ id }) => !isOne && after.codes.every((code) => code.id !== id));
  return [...changes, ...gone.map(({ id }) => say`${id.replace('-', ' ')} removed`)];
}

function codeChanges(before: CodeSettings, after: CodeSettings): Sentence[] {
  const changes: Sentence[] = [];
  const compare = comparing(changes);
  const from = before.message as Readonly<Record<string, unknown>>;
  const to = after.message as Readonly<Record<string, unknown>>;
  if (before.message.kind !== after.message.kind)
    changes.push(say`message ${kindName(before.message.kind)} → ${kindName(after.message.kind)}`);
  else
    for (const key of new Set([...Object.keys(from), ...Object.keys(to)]))
      // A password is not for a list that others may see.
      compare(key, from[key] ?? '', to[key] ?? '', key === 'password' ? () => ['•••'] : undefined);
  for (const key of Object.keys(after.symbol) as (keyof CodeSettings['symbol'])[])
    compare<unknown>(symbolWords[key], before.symbol[key], after.symbol[key], plain);
  if (shapesKey(before.style) !== shapesKey(after.style)) {
    const [earlier, now] = [styleName(before.style), styleName(after.style)];
    changes.push(earlier === now ? ['shapes changed'] : say`shapes ${earlier} → ${now}`);
  }
  if (differs(before.style.paint, after.style.paint))
    changes.push([isPlainPaint(after.style.paint) ? 'colours removed' : 'colours changed']);
  compare('logo', logoName(before), logoName(after), plain);
  if (before.logo && after.logo && logoName(before) === logoName(after)) {
    const share = (value: number): Sentence => [`${Number((value * 100).toFixed(1))} %`];
    compare('size of the logo', before.logo.share, after.logo.share, share);
    const rest = (logo: LogoSettings): object => ({ ...logo, source: null, share: 0 });
    if (differs(rest(before.logo), rest(after.logo))) changes.push(['logo set differently']);
  }
  compare('code width', before.placement.widthMm, after.placement.widthMm, inMm);
  const place = ({ xMm, yMm }: CodePlacement): readonly Axis[] => [xMm, yMm];
  compare('place of the code', place(before.placement), place(after.placement), placeText);
  compare('turn of the code', before.placement.turnDegrees, after.placement.turnDegrees, (value) => [
    `${value}°`,
  ]);
  return changes;
}

/** Sizes by their numbers, what lies on the piece by its name. */
function pieceChanges(from: PieceSettings, to: PieceSettings): Sentence[] {
  const changes: Sentence[] = [];
  const compare = comparing(changes);
  compare('width', from.widthMm, to.widthMm, inMm);
  compare('height', from.heightMm, to.heightMm, inMm);
  if (from.outline.kind !== to.outline.kind) compare('outline', from.outline.kind, to.outline.kind, plain);
  else if (from.outline.kind === 'rectangle' && to.outline.kind === 'rectangle')
    compare('corners', from.outline.corners, to.outline.corners, cornersText);
  else if (differs(from.outline, to.outline)) changes.push(['outline changed']);
  compare('offset of the outline', from.offset.mm, to.offset.mm, inMm);
  if (differs(from.holes, to.holes)) changes.push(['holes changed']);
  const named = (items: PieceSettings['items']): Map<string, ItemSettings> =>
    new Map(items.map((item) => [item.id, item]));
  const [old, now] = [named(from.items), named(to.items)];
  for (const [id, item] of now) {
    const earlier = old.get(id);
    if (earlier === undefined) changes.push([`${itemName(item)} put on`]);
    else if (differs(earlier, item)) changes.push([`${itemName(item)} changed`]);
  }
  for (const [id, item] of old) if (!now.has(id)) changes.push([`${itemName(item)} removed`]);
  compare('serial number', from.serial || 'none', to.serial || 'none', plain);
  compare('bleed', from.bleedMm, to.bleedMm, inMm);
  compare('distance kept from the cut', from.safeMm, to.safeMm, inMm);
  if (differs(from.shadow, to.shadow))
    changes.push([to.shadow === null ? 'shadow removed' : 'shadow changed']);
  if (differs(from.stand, to.stand)) changes.push([to.stand === null ? 'stand removed' : 'stand changed']);
  return changes;
}

function cornersText(corners: Corners): Sentence {
  const each = corners.map(({ shape, mm: size }): Sentence =>
    shape === 'square' ? ['square'] : say`${shape} ${mm(size)}`,
  );
  return each.every((corner) => !differs(corner, each[0])) ? each[0]! : listed(each);
}

function placeText([xMm, yMm]: readonly Axis[]): Sentence {
  if (xMm === 'middle' && yMm === 'middle') return ['in the middle'];
  const along = (place: Axis | undefined): Sentence =>
    place === 'middle' || place === undefined ? ['middle'] : [mm(place)];
  return listed([along(xMm), along(yMm)]);
}

const symbolWords: Readonly<Record<keyof CodeSettings['symbol'], string>> = {
  level: 'level',
  raiseLevel: 'raise the level',
  version: 'version',
  mask: 'mask',
  mode: 'mode',
  eci: 'announce UTF-8',
};

/** What a logo is called in a list. */
export function logoName({ logo }: Pick<CodeSettings, 'logo'>): string {
  if (logo === null) return 'none';
  const { source } = logo;
  switch (source.kind) {
    case 'icon':
      return source.icon.replaceAll('-', ' ');
    case 'emoji':
      return source.emoji;
    case 'text':
      return `“${source.text}”`;
    case 'drawing':
    case 'picture':
      return source.fileName;
  }
}

const yesOrNo = (value: boolean): Sentence => [value ? 'yes' : 'no'];

const solidText = ({ form, baseMm, markMm, faceDown }: Job['making']['solid']): Sentence =>
  say`${form}, base ${mm(baseMm)}, marks ${mm(markMm)}${faceDown ? ', on the bed' : ''}`;
const materialOf = ({ making: { pair } }: Job): string => `${pair.material.name} by ${pair.machine.name}`;
