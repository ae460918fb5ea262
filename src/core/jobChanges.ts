/** What differs between two job documents, in words. */
import { isPlainPaint, shapesKey, styleName, type LogoSettings } from './artwork';
import type { Job } from './job';
import { kindName } from './message';
import { findPair } from './plan';

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
  const [from, to] = [before.piece, after.piece];
  compare('width', from.widthMm, to.widthMm, mm);
  compare('height', from.heightMm, to.heightMm, mm);
  compare('corners', from.cornerRadiusMm, to.cornerRadiusMm, mm);
  compare('code width', from.codeWidthMm, to.codeWidthMm, mm);
  compare('place of the code', from.codePlace, to.codePlace, (place: Job['piece']['codePlace']) =>
    place === 'centred' ? 'in the middle' : `${place.xMm}, ${mm(place.yMm)}`,
  );
  compare('material', materialOf(before), materialOf(after), String);
  compare('reversed', before.making.reversed, after.making.reversed, yesOrNo);
  compare('mirrored', before.making.mirrored, after.making.mirrored, yesOrNo);
  compare('read from', before.reading.distanceM, after.reading.distanceM, (value: number) => `${value} m`);
  const codes = (job: Job): string => job.overrides.map(({ code }) => code).join(', ') || 'nothing';
  compare('let pass', codes(before), codes(after), String);
  return changes;
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
