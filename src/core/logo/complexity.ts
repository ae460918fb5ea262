/**
 * What a drawing becomes when everything that it repeats is drawn: uses, patterns, markers, clip paths and masks are followed, each as
 * often as it is met. Counted on the tree, before anything is drawn.
 */
import { ownReference, referencesIn } from './references';
import { meantText } from './markup';
import { type Attributes, attributesOf, childrenOf, localName, nameOf, type Node, textName } from './tree';

export const complexityLimits = {
  /** Elements, with all repetitions. */
  elements: 20_000,
  /** Moves, lines, curves and arcs of paths, and points of polygons, with all repetitions. */
  pathCommands: 60_000,
  /** Parts that refer to parts that refer to parts. */
  chain: 40,
  /** Of one gradient. */
  stops: 256,
} as const;

interface Cost {
  readonly elements: number;
  readonly pathCommands: number;
}

/** One sentence with what was measured and what is allowed; null where it can be drawn. */
export function complexityProblem(nodes: readonly Node[]): string | null {
  const counting = new Counting(nodes);
  if (counting.mostStops > complexityLimits.stops)
    return `A gradient of the drawing has ${counting.mostStops} stops; at most ${complexityLimits.stops} are read.`;
  const { elements, pathCommands } = counting.whole();
  if (counting.isCircular)
    return 'A part of the drawing refers to itself, so it could never be drawn. Save it again as plain SVG.';
  if (counting.isChainTooLong)
    return `Parts of the drawing refer to parts that refer to parts, more than ${complexityLimits.chain} times over, the most that is followed. Turn them into plain outlines.`;
  if (elements > complexityLimits.elements)
    return `The drawing repeats its parts to ${shown(elements)} elements; at most ${complexityLimits.elements} are drawn. Simplify it.`;
  if (pathCommands > complexityLimits.pathCommands)
    return `The lines of the drawing have ${shown(pathCommands)} path commands; at most ${complexityLimits.pathCommands} are drawn. Simplify it.`;
  return null;
}

const shown = (count: number): string => (count > 1e9 ? 'more than a milliard' : count.toFixed(0));

/** Properties that repeat what they refer to at every corner of a line. */
const markerNames = new Set(['marker', 'marker-start', 'marker-mid', 'marker-end']);

interface StyleRule {
  /** Null for all. */
  readonly tag: string | null;
  readonly classes: readonly string[];
  readonly id: string | null;
  readonly property: string;
  readonly names: readonly string[];
}

class Counting {
  isCircular = false;
  isChainTooLong = false;
  mostStops = 0;
  private readonly byId = new Map<string, Node>();
  private readonly known = new Map<Node, Cost>();
  private readonly open = new Set<Node>();
  private readonly rules: StyleRule[] = [];

  constructor(private readonly roots: readonly Node[]) {
    roots.forEach((root) => this.collect(root));
  }

  whole(): Cost {
    return this.roots.reduce<Cost>((sum, root) => added(sum, this.costOf(root, 0)), nothing);
  }

  private collect(node: Node): void {
    const { id } = attributesOf(node);
    if (id !== undefined && !this.byId.has(id)) this.byId.set(id, node);
    const children = childrenOf(node);
    const name = localName(nameOf(node));
    if (name === 'style')
      for (const child of children)
        if (nameOf(child) === textName) this.rules.push(...rulesOf(meantText(String(child[textName])) ?? ''));
    if (name.endsWith('Gradient'))
      this.mostStops = Math.max(
        this.mostStops,
        children.filter((child) => localName(nameOf(child)) === 'stop').length,
      );
    children.forEach((child) => this.collect(child));
  }

  private costOf(node: Node, chain: number): Cost {
    const before = this.known.get(node);
    if (before !== undefined) return before;
    if (this.open.has(node)) {
      this.isCircular = true;
      return nothing;
    }
    if (chain > complexityLimits.chain) {
      this.isChainTooLong = true;
      return nothing;
    }
    this.open.add(node);
    const isText = nameOf(node) === textName;
    const pathCommands = isText ? 0 : commandsOf(node);
    let cost: Cost = { elements: isText ? 0 : 1, pathCommands };
    for (const child of childrenOf(node)) cost = added(cost, this.costOf(child, chain));
    if (!isText)
      for (const { name, times } of this.referencesOf(node, pathCommands)) {
        const target = this.byId.get(name);
        if (target !== undefined) cost = added(cost, this.costOf(target, chain + 1), times);
      }
    this.open.delete(node);
    this.known.set(node, cost);
    return cost;
  }

  /** What an element refers to, and how often that is drawn for it. */
  private referencesOf(node: Node, corners: number): { readonly name: string; readonly times: number }[] {
    const attributes = meantAttributes(node);
    const repeats: { name: string; times: number }[] = [];
    const add = (property: string, names: readonly string[]): void => {
      const times = markerNames.has(property) ? Math.max(1, corners) : 1;
      for (const name of names) repeats.push({ name, times });
    };
    for (const [key, value] of Object.entries(attributes)) {
      const local = localName(key);
      if (local === 'href') {
        // A link leads somewhere, and draws nothing.
        const name = localName(nameOf(node)) === 'a' ? null : ownReference(value);
        if (name !== null) add(local, [name]);
      } else if (local === 'style')
        for (const { property, names } of declarationsOf(value)) add(property, names);
      else add(local, referencesIn(value).own);
    }
    for (const rule of this.rules) if (isMet(rule, node)) add(rule.property, rule.names);
    return repeats;
  }
}

/** Attributes as they are meant, not as they are written. */
const meantAttributes = (node: Node): Attributes =>
  Object.fromEntries(
    Object.entries(attributesOf(node)).map(([name, value]) => [name, meantText(value) ?? '']),
  );

const nothing: Cost = { elements: 0, pathCommands: 0 };
const added = (a: Cost, b: Cost, times = 1): Cost => ({
  elements: a.elements + b.elements * times,
  pathCommands: a.pathCommands + b.pathCommands * times,
});

/** Sets of numbers of a path, counted by their commands and by how many numbers there are (SVG 1.1, 8.3.1). */
function commandsOf(node: Node): number {
  const { d, points } = meantAttributes(node);
  if (points !== undefined) return Math.ceil(numbersIn(points) / 2);
  return d === undefined ? 0 : Math.max(lettersIn(d), Math.ceil(numbersIn(d) / 6));
}

function lettersIn(text: string): number {
  let count = 0;
  for (let index = 0; index < text.length; index++) {
    const code = text.charCodeAt(index) | 0x20;
    // Of numbers only e is a letter.
    if (code >= 0x61 && code <= 0x7a && code !== 0x65) count++;
  }
  return count;
}

function numbersIn(text: string): number {
  let [count, isIn] = [0, false];
  for (let index = 0; index < text.length; index++) {
    const code = text.charCodeAt(index);
    const isDigit = (code >= 0x30 && code <= 0x39) || code === 0x2e;
    if (isDigit && !isIn) count++;
    isIn = isDigit;
  }
  return count;
}

/** Declarations that refer to parts of the drawing. */
function declarationsOf(text: string): { readonly property: string; readonly names: readonly string[] }[] {
  return text.split(';').flatMap((declaration) => {
    const colon = declaration.indexOf(':');
    const { own } = referencesIn(declaration);
    return own.length === 0 || colon < 0
      ? []
      : [{ property: declaration.slice(0, colon).trim().toLowerCase(), names: own }];
  });
}

/** Rules of a style sheet whose declarations refer to parts of the drawing; by the last part of each selector. */
function rulesOf(text: string): StyleRule[] {
  const rules: StyleRule[] = [];
  let from = 0;
  for (let open = text.indexOf('{'); open >= 0; open = text.indexOf('{', from)) {
    const close = text.indexOf('}', open);
    const end = close < 0 ? text.length : close;
    // What stands around rules, such as a condition, is passed over.
    const inner = text.lastIndexOf('{', end);
    const selectors = text.slice(Math.max(from, text.lastIndexOf('{', inner - 1) + 1), inner);
    for (const declaration of declarationsOf(text.slice(inner + 1, end)))
      for (const selector of selectors.split(',')) rules.push({ ...selected(selector), ...declaration });
    from = end + 1;
  }
  return rules;
}

function selected(selector: string): Pick<StyleRule, 'tag' | 'classes' | 'id'> {
  const last =
    selector
      .trim()
      .split(/[\s>+~]+/)
      .at(-1) ?? '';
  const parts = last.split(/(?=[.#:[])/);
  const named = (sign: string): string[] =>
    parts.filter((part) => part.startsWith(sign)).map((part) => part.slice(1));
  const tag = parts[0] !== undefined && /^[A-Za-z]/.test(parts[0]) ? parts[0] : null;
  return { tag, classes: named('.'), id: named('#')[0] ?? null };
}

function isMet({ tag, classes, id }: StyleRule, node: Node): boolean {
  if (tag !== null && tag !== localName(nameOf(node))) return false;
  const attributes = attributesOf(node);
  if (id !== null && id !== attributes.id) return false;
  const names = classes.length === 0 ? [] : (attributes.class ?? '').split(/\s+/);
  return classes.every((name) => names.includes(name));
}
