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
  const own: string[] = [];
  const small = value.toLowerCase();
  let hasOutside = small.includes('@import') || (small.includes('\\') && /\\[0-9a-z]/.test(small));
  for (let at = small.indexOf('url('); at >= 0; at = small.indexOf('url(', at)) {
    at += 4;
    at = afterBlank(value, at);
    const quote = value[at] === '"' || value[at] === "'" ? value[at]! : '';
    if (quote !== '') at = afterBlank(value, at + 1);
    if (value[at] !== '#') {
      // Nothing at all is no reference.
      hasOutside ||= at < value.length && value[at] !== ')' && value[at] !== quote;
      continue;
    }
    const end = endOfName(value, at + 1);
    own.push(value.slice(at + 1, end));
    at = end;
  }
  return { own, hasOutside: hasOutside || small.includes('image-set(') || small.includes('src(') };
}

function afterBlank(value: string, from: number): number {
  let at = from;
  while (at < value.length && /\s/.test(value[at]!)) at++;
  return at;
}

function endOfName(value: string, from: number): number {
  let at = from;
  while (at < value.length && !/[\s)"']/.test(value[at]!)) at++;
  return at;
}

/** The name that an `href` refers to; null for anything outside. */
export function ownReference(href: string): string | null {
  const trimmed = href.trim();
  return trimmed.startsWith('#') ? trimmed.slice(1) : null;
}
