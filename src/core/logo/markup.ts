/**
 * The text of a drawing before a parser sees it: what XML allows to be hidden is taken out or written plainly, and what would keep a
 * parser busy is counted. XML 1.0 (fifth edition), 2.4, 2.7, 2.8 and 4.1.
 */

/** Limits on the markup of a drawing; a logo needs far less. */
export const markupLimits = { elements: 20_000, depth: 60, attributes: 100 } as const;

export type PlainMarkup = { readonly text: string } | { readonly problem: string };

/**
 * Without document types and comments, with CDATA sections as ordinary text. One pass from front to back, whatever it holds. The problem
 * is a sentence.
 */
export function plainMarkup(text: string): PlainMarkup {
  const parts: string[] = [];
  let [at, elements, depth] = [0, 0, 0];
  while (at < text.length) {
    const open = text.indexOf('<', at);
    if (open < 0) {
      parts.push(text.slice(at));
      break;
    }
    parts.push(text.slice(at, open));
    const special = specialAt(text, open);
    if (special !== null) {
      if (special.end < 0) return notWellFormed;
      if (special.kind === 'doctype' && /<!ENTITY/i.test(text.slice(open, special.end)))
        return { problem: 'The drawing declares entities, which can hide anything. Save it as plain SVG.' };
      if (special.kind === 'cdata') parts.push(escapedText(text.slice(open + 9, special.end - 3)));
      at = special.end;
      continue;
    }
    const tag = tagAt(text, open);
    if (tag === null) return notWellFormed;
    if (tag.attributes > markupLimits.attributes)
      return {
        problem: `An element of the drawing has ${tag.attributes} attributes; at most ${markupLimits.attributes} are read.`,
      };
    if (tag.kind === 'end') depth--;
    else {
      if (++elements > markupLimits.elements)
        return {
          problem: `The drawing has more than ${markupLimits.elements} elements, the most that is read for a logo.`,
        };
      if (tag.kind === 'start' && ++depth > markupLimits.depth)
        return {
          problem: `The parts of the drawing are nested more than ${markupLimits.depth} deep, the most that is read.`,
        };
    }
    parts.push(text.slice(open, tag.end));
    at = tag.end;
  }
  return { text: parts.join('') };
}

const notWellFormed = { problem: 'The file is not a well-formed SVG drawing.' } as const;

interface Special {
  readonly kind: 'comment' | 'cdata' | 'instruction' | 'doctype';
  /** After its last sign; -1 where it does not end. */
  readonly end: number;
}

function specialAt(text: string, open: number): Special | null {
  const after = (kind: Special['kind'], sign: string, from: number): Special => {
    const found = text.indexOf(sign, from);
    return { kind, end: found < 0 ? -1 : found + sign.length };
  };
  if (text.startsWith('<!--', open)) return after('comment', '-->', open + 4);
  if (text.startsWith('<![CDATA[', open)) return after('cdata', ']]>', open + 9);
  if (text.startsWith('<?', open)) return after('instruction', '?>', open + 2);
  return text.startsWith('<!', open) ? { kind: 'doctype', end: doctypeEnd(text, open + 2) } : null;
}

/** A declaration may hold others in square brackets, and anything in quotes. */
function doctypeEnd(text: string, from: number): number {
  let inner = 0;
  for (let index = from; index < text.length; index++) {
    const sign = text[index];
    if (sign === '"' || sign === "'") {
      index = text.indexOf(sign, index + 1);
      if (index < 0) return -1;
    } else if (sign === '[') inner++;
    else if (sign === ']') inner--;
    else if (sign === '>' && inner <= 0) return index + 1;
  }
  return -1;
}

interface Tag {
  readonly kind: 'start' | 'end' | 'empty';
  readonly attributes: number;
  readonly end: number;
}

/** Null for one that does not end. */
function tagAt(text: string, open: number): Tag | null {
  let attributes = 0;
  for (let index = open + 1; index < text.length; index++) {
    const sign = text[index];
    if (sign === '"' || sign === "'") {
      index = text.indexOf(sign, index + 1);
      if (index < 0) return null;
    } else if (sign === '=') attributes++;
    else if (sign === '<') return null;
    else if (sign === '>')
      return {
        kind: text[open + 1] === '/' ? 'end' : text[index - 1] === '/' ? 'empty' : 'start',
        attributes,
        end: index + 1,
      };
  }
  return null;
}

const namedSigns: Readonly<Record<string, string>> = { lt: '<', gt: '>', amp: '&', quot: '"', apos: "'" };

/** Signs that XML can hold at all (2.2). */
const isXmlSign = (code: number): boolean =>
  code === 9 ||
  code === 10 ||
  code === 13 ||
  (code >= 0x20 && code <= 0xd7ff) ||
  (code >= 0xe000 && code <= 0xfffd) ||
  (code >= 0x10000 && code <= 0x10ffff);

/** Text or an attribute as it is meant; null where it names a sign that is none. */
export function meantText(written: string): string | null {
  if (!written.includes('&')) return written;
  let isKnown = true;
  const meant = written.replace(
    /&(#[xX][0-9a-fA-F]{1,8}|#[0-9]{1,8}|[A-Za-z]{1,32});|&/g,
    (_, name?: string) => {
      const sign = name === undefined ? undefined : signOf(name);
      isKnown &&= sign !== undefined;
      return sign ?? '';
    },
  );
  return isKnown ? meant : null;
}

function signOf(name: string): string | undefined {
  if (!name.startsWith('#')) return namedSigns[name];
  const isHex = /^#[xX]/.test(name);
  const code = Number.parseInt(name.slice(isHex ? 2 : 1), isHex ? 16 : 10);
  return isXmlSign(code) ? String.fromCodePoint(code) : undefined;
}

/** As it is written between tags, so that it means the same. */
export const escapedText = (meant: string): string =>
  meant.replace(/[&<>]/g, (sign) => (sign === '&' ? '&amp;' : sign === '<' ? '&lt;' : '&gt;'));
