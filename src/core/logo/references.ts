/** References in attributes and styles of a drawing: to parts of its own by `#name`, or to something outside, which is never kept. */

export interface References {
  /** Names after `#`, as often as they stand there. */
  readonly own: readonly string[];
  readonly hasOutside: boolean;
}

/**
 * What `url(…)` and `@import` refer to (CSS Syntax 3, 4.3.6; CSS Cascading 4, 2). One pass from front to back. Styles that hide letters
 * behind backslashes count as outside: no drawing needs them.
 */
export function referencesIn(value: string): References {
  const inside: string[] = [];
  const small = value.toLowerCase();
  let hasOutside = small.includes('@import') || (small.includes('\\') && /\\[0-9a-z]/.test(small));
  for (let index = small.indexOf('url('); index >= 0; index = small.indexOf('url(', index)) {
    index += 4;
    index = afterBlank(value, index);
    const quote = value[index] === '"' || value[index] === "'" ? value[index]! : '';
    if (quote !== '') index = afterBlank(value, index + 1);
    if (value[index] !== '#') {
      // Nothing at all is no reference.
      hasOutside ||= index < value.length && value[index] !== ')' && value[index] !== quote;
      continue;
    }
    const end = endOfName(value, index + 1);
    inside.push(value.slice(index + 1, end));
    index = end;
  }
  return { own: inside, hasOutside: hasOutside || small.includes('image-set(') || small.includes('src(') };
}

function afterBlank(value: string, from: number): number {
  let index = from;
  while (index < value.length && /\s/.test(value[index]!)) index++;
  return index;
}

function endOfName(value: string, from: number): number {
  let index = from;
  while (index < value.length && !/[\s)"']/.test(value[index]!)) index++;
  return index;
}

/** The name that an `href` refers to; null for anything outside. */
export function ownReference(href: string): string | null {
  const trimmed = href.trim();
  return trimmed.startsWith('#') ? trimmed.slice(1) : null;
}
