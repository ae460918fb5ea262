/**
 * Drawings from elsewhere: what could run, load or explode is refused or taken out before anything looks at them.
 * SVG 2, chapter 2 (processing modes): what remains is what the secure static mode keeps, without external references.
 */
import { XMLBuilder, XMLParser, XMLValidator } from 'fast-xml-parser';

/** Limits on a drawing; a logo needs far less. */
export const drawingLimits = { bytes: 2e6, elements: 20_000, depth: 60 } as const;

export type SanitisedDrawing =
  { readonly svg: string; readonly removed: readonly string[] } | { readonly problem: string };

/** An element of the ordered tree: its name with its children, and its attributes under `:@`. */
type Node = Record<string, unknown>;
const attributesKey = ':@';

const options = {
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  processEntities: false,
  parseTagValue: false,
  parseAttributeValue: false,
  trimValues: false,
} as const;

const removedElements: Readonly<Record<string, string>> = {
  script: 'scripts',
  foreignObject: 'foreign objects',
  iframe: 'foreign objects',
  animate: 'animations',
  animateMotion: 'animations',
  animateTransform: 'animations',
  set: 'animations',
};

/** The drawing without what could do harm, with the names of what was taken out; or why it is refused. */
export function sanitiseDrawing(text: string): SanitisedDrawing {
  if (text.length > drawingLimits.bytes)
    return {
      problem: `The drawing has ${(text.length / 1e6).toFixed(1)} MB; at most ${drawingLimits.bytes / 1e6} MB are read.`,
    };
  if (/<!ENTITY/i.test(text))
    return { problem: 'The drawing declares entities, which can hide anything. Save it as plain SVG.' };
  const plain = text.replace(/<!DOCTYPE[^>[]*(\[[^\]]*\])?[^>]*>/gi, '');
  const tree = treeOf(plain);
  if (tree === null) return { problem: 'The file is not a well-formed SVG drawing.' };
  const root = tree.find((node) => nameOf(node) === 'svg');
  if (root === undefined) return { problem: 'The file is XML, but not an SVG drawing.' };
  const removed = new Set<string>();
  const state = { count: 0, tooDeep: false };
  const kept = keepHarmless([root], 0, removed, state);
  if (state.count > drawingLimits.elements || state.tooDeep)
    return {
      problem: `The drawing has more than ${drawingLimits.elements} elements, or they are nested too deep, for a logo.`,
    };
  const copies = copiesMade(kept);
  if (copies > drawingLimits.elements)
    return {
      problem: `The drawing repeats its parts to more than ${drawingLimits.elements} elements; a logo needs far fewer.`,
    };
  return { svg: new XMLBuilder(options).build(kept) as string, removed: [...removed].sort() };
}

/** Null when it is not well-formed; the parser throws at some of what its validator lets through. */
function treeOf(text: string): Node[] | null {
  try {
    return XMLValidator.validate(text) === true ? (new XMLParser(options).parse(text) as Node[]) : null;
  } catch {
    return null;
  }
}

const nameOf = (node: Node): string => Object.keys(node).find((key) => key !== attributesKey) ?? '';
const localName = (name: string): string => name.slice(name.indexOf(':') + 1);
const childrenOf = (node: Node): Node[] => {
  const content = node[nameOf(node)];
  return Array.isArray(content) ? (content as Node[]) : [];
};

function keepHarmless(
  nodes: readonly Node[],
  depth: number,
  removed: Set<string>,
  state: { count: number; tooDeep: boolean },
): Node[] {
  if (depth > drawingLimits.depth) {
    state.tooDeep = true;
    return [];
  }
  const kept: Node[] = [];
  for (const node of nodes) {
    const name = nameOf(node);
    if (name === '#text' || name === '#comment' || name.startsWith('?')) {
      if (name === '#text') kept.push(node);
      continue;
    }
    if (++state.count > drawingLimits.elements) return kept;
    const reason = removedElements[localName(name)];
    if (reason !== undefined) {
      removed.add(reason);
      continue;
    }
    const children = childrenOf(node);
    const copy: Node = {
      [name]:
        localName(name) === 'style'
          ? harmlessStyle(children, removed)
          : keepHarmless(children, depth + 1, removed, state),
    };
    const attributes = node[attributesKey] as Record<string, string> | undefined;
    if (attributes !== undefined) copy[attributesKey] = harmlessAttributes(attributes, removed);
    kept.push(copy);
  }
  return kept;
}

/** References outside the drawing itself: anything but `#name`. */
const outsideReference = /url\(\s*(['"]?)(?!\s*['"]?#)/i;

function harmlessAttributes(
  attributes: Record<string, string>,
  removed: Set<string>,
): Record<string, string> {
  const kept: Record<string, string> = {};
  for (const [name, value] of Object.entries(attributes)) {
    const local = localName(name).toLowerCase();
    if (local.startsWith('on')) removed.add('scripts');
    else if ((local === 'href' || local === 'src') && !value.trim().startsWith('#'))
      removed.add('external references');
    else if (outsideReference.test(value) || /@import/i.test(value)) removed.add('external references');
    else kept[name] = value;
  }
  return kept;
}

function harmlessStyle(children: readonly Node[], removed: Set<string>): Node[] {
  return children.map((child) => {
    const text = child['#text'];
    if (typeof text !== 'string') return child;
    const without = text.replace(/@import[^;]*(;|$)/gi, () => {
      removed.add('style imports');
      return '';
    });
    if (!outsideReference.test(without)) return { '#text': without };
    removed.add('external references');
    return { '#text': without.replace(/url\([^)]*\)/gi, 'none') };
  });
}

/** How many elements the drawing has when every `use` is followed; references in circles count as infinitely many. */
function copiesMade(nodes: readonly Node[]): number {
  const byId = new Map<string, Node>();
  const collect = (node: Node): void => {
    const id = (node[attributesKey] as Record<string, string> | undefined)?.id;
    if (id !== undefined) byId.set(id, node);
    childrenOf(node).forEach(collect);
  };
  nodes.forEach(collect);
  const known = new Map<Node, number>();
  const open = new Set<Node>();
  const count = (node: Node): number => {
    const before = known.get(node);
    if (before !== undefined) return before;
    if (open.has(node)) return Infinity;
    open.add(node);
    const attributes = (node[attributesKey] ?? {}) as Record<string, string>;
    const target =
      localName(nameOf(node)) === 'use'
        ? byId.get((attributes.href ?? attributes['xlink:href'] ?? '').trim().slice(1))
        : undefined;
    const sum = childrenOf(node).reduce((total, child) => total + count(child), 1);
    const all = sum + (target === undefined ? 0 : count(target));
    open.delete(node);
    known.set(node, all);
    return all;
  };
  return nodes.reduce((total, node) => total + count(node), 0);
}
