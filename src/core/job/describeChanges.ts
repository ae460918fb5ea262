/** What differs between two job documents, in words. */
import { isPlainPaint, shapesKey, styleName } from '../artwork';
import type { LogoSettings } from '../logo';
import type { Job } from './job';
import { kindName } from '../message';
import { itemName, type Axis, type Corners, type ItemSettings, type PieceSettings } from '../piece';
import { findPair } from '../plan';

const mm = (value: number): string => `${value} mm`;
const said = (value: unknown): string => (value === '' ? 'nothing' : `“${String(value)}”`);

/** One phrase for each change from the first document to the second; none when they are the same. */
export function describeChanges(before: Job, after: Job): string[] {
  const changes: string[] = [];
  const compare = (what: string, from: unknown, to: unknown, show: (value: never) => string = said): void => {
    if (JSON.stringify(from) !== JSON.stringify(to))
      changes.push(`${what} ${show(from as never)} → ${show(to as never)}`);
  };
  compare('name', before.name, after.name);
  compare('collection', before.collection, after.collection);
  compare('note', before.note, after.note);
  if (before.message.kind !== after.message.kind)
    changes.push(`message ${kindName(before.message.kind)} → ${kindName(after.message.kind)}`);
  else
    for (const key of new Set([...Object.keys(before.message), ...Object.keys(after.message)]))
      // A password is not for a list that others may see.
      compare(
        key,
        (before.message as Record<string, unknown>)[key] ?? '',
        (after.message as Record<string, unknown>)[key] ?? '',
        key === 'password' ? () => '•••' : undefined,
      );
  for (const key of Object.keys(after.symbol) as (keyof Job['symbol'])[])
    compare(symbolWords[key], before.symbol[key], after.symbol[key], String);
  if (shapesKey(before.style) !== shapesKey(after.style)) {
    const [from, to] = [styleName(before.style), styleName(after.style)];
    changes.push(from === to ? 'shapes changed' : `shapes ${from} → ${to}`);
  }
  if (JSON.stringify(before.style.paint) !== JSON.stringify(after.style.paint))
    changes.push(isPlainPaint(after.style.paint) ? 'colours taken out' : 'colours changed');
  compare('logo', logoName(before), logoName(after), String);
  if (before.logo && after.logo && logoName(before) === logoName(after)) {
    const share = (value: number): string => `${Number((value * 100).toFixed(1))} %`;
    compare('size of the logo', before.logo.share, after.logo.share, share);
    const rest = (logo: LogoSettings): string => JSON.stringify({ ...logo, source: null, share: 0 });
    if (rest(before.logo) !== rest(after.logo)) changes.push('logo set differently');
  }
  changes.push(...pieceChanges(before.piece, after.piece));
  if (JSON.stringify(before.moreCodes) !== JSON.stringify(after.moreCodes)) {
    const [from, to] = [before.moreCodes.length, after.moreCodes.length];
    changes.push(from === to ? 'other codes changed' : `codes ${from + 1} → ${to + 1}`);
  }
  compare('material', materialOf(before), materialOf(after), String);
  compare('reversed', before.making.reversed, after.making.reversed, yesOrNo);
  compare('mirrored', before.making.mirrored, after.making.mirrored, yesOrNo);
  compare('read from', before.reading.distanceM, after.reading.distanceM, (value: number) => `${value} m`);
  const codes = (job: Job): string => job.overrides.map(({ code }) => code).join(', ') || 'nothing';
  compare('let pass', codes(before), codes(after), String);
  return changes;
}

/** Sizes by their numbers, what lies on the piece by its name. */
function pieceChanges(from: PieceSettings, to: PieceSettings): string[] {
  const changes: string[] = [];
  const differs = (a: unknown, b: unknown): boolean => JSON.stringify(a) !== JSON.stringify(b);
  const compare = (what: string, a: string, b: string): void => {
    if (a !== b) changes.push(`${what} ${a} → ${b}`);
  };
  compare('width', mm(from.widthMm), mm(to.widthMm));
  compare('height', mm(from.heightMm), mm(to.heightMm));
  if (from.outline.kind !== to.outline.kind) compare('outline', from.outline.kind, to.outline.kind);
  else if (from.outline.kind === 'rectangle' && to.outline.kind === 'rectangle')
    compare('corners', cornersText(from.outline.corners), cornersText(to.outline.corners));
  else if (differs(from.outline, to.outline)) changes.push('outline changed');
  compare('offset of the outline', mm(from.offset.mm), mm(to.offset.mm));
  compare('code width', mm(from.code.widthMm), mm(to.code.widthMm));
  compare('place of the code', placeText(from.code), placeText(to.code));
  compare('turn of the code', `${from.code.turnDegrees}°`, `${to.code.turnDegrees}°`);
  if (differs(from.holes, to.holes)) changes.push('holes changed');
  const named = (items: PieceSettings['items']): Map<string, ItemSettings> =>
    new Map(items.map((item) => [item.id, item]));
  const [old, now] = [named(from.items), named(to.items)];
  for (const [id, item] of now) {
    const earlier = old.get(id);
    if (earlier === undefined) changes.push(`${itemName(item)} put on`);
    else if (differs(earlier, item)) changes.push(`${itemName(item)} changed`);
  }
  for (const [id, item] of old) if (!now.has(id)) changes.push(`${itemName(item)} taken away`);
  compare('serial number', from.serial || 'none', to.serial || 'none');
  compare('bleed', mm(from.bleedMm), mm(to.bleedMm));
  compare('safe distance', mm(from.safeMm), mm(to.safeMm));
  if (differs(from.shadow, to.shadow))
    changes.push(to.shadow === null ? 'shadow taken away' : 'shadow changed');
  if (differs(from.stand, to.stand)) changes.push(to.stand === null ? 'stand taken away' : 'stand changed');
  return changes;
}

function cornersText(corners: Corners): string {
  const each = corners.map(({ shape, mm: size }) => (shape === 'square' ? 'square' : `${shape} ${size} mm`));
  return new Set(each).size === 1 ? each[0]! : each.join(', ');
}

function placeText({ xMm, yMm }: PieceSettings['code']): string {
  if (xMm === 'middle' && yMm === 'middle') return 'in the middle';
  const along = (place: Axis): string => (place === 'middle' ? 'middle' : mm(place));
  return `${along(xMm)}, ${along(yMm)}`;
}

const symbolWords: Readonly<Record<keyof Job['symbol'], string>> = {
  level: 'level',
  raiseLevel: 'raise the level',
  version: 'version',
  mask: 'mask',
  mode: 'mode',
  eci: 'announce UTF-8',
};

/** What a logo is called in a list. */
export function logoName({ logo }: Pick<Job, 'logo'>): string {
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

const yesOrNo = (value: boolean): string => (value ? 'yes' : 'no');

function materialOf({ making }: Job): string {
  const pair = findPair(making.material, making.machine);
  return pair ? `${pair.material.name} by ${pair.machine.name}` : `${making.material} by ${making.machine}`;
}
