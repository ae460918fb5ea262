/**
 * Drawings from elsewhere: what could run, load or explode is refused or taken out before anything looks at them.
 * SVG 2, chapter 2 (processing modes): what remains is what the secure static mode keeps, without external references.
 */
import { XMLBuilder, XMLParser, XMLValidator } from 'fast-xml-parser';
import { complexityProblem } from './complexity';
import { escapedText, markupLimits, meantText, plainMarkup } from './markup';
import { ownReference, referencesIn } from './references';
import { type Attributes, attributesOf, childrenOf, localName, nameOf, type Node, textName } from './tree';

/** Limits on a drawing; a logo needs far less. */
export const drawingLimits = { bytes: 2e6, ...markupLimits } as const;

export type SanitisedDrawing =
  { readonly svg: string; readonly removed: readonly string[] } | { readonly problem: string };

const options = {
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  processEntities: false,
  parseTagValue: false,
  parseAttributeValue: false,
  trimValues: false,
} as const;

/** What is taken out, by why. */
const removedElements: Readonly<Record<string, string>> = {
  script: 'scripts',
  handler: 'scripts',
  listener: 'scripts',
  foreignObject: 'foreign objects',
  iframe: 'foreign objects',
  object: 'foreign objects',
  embed: 'foreign objects',
  audio: 'foreign objects',
  video: 'foreign objects',
  animate: 'animations',
  animateMotion: 'animations',
  animateTransform: 'animations',
  animateColor: 'animations',
  set: 'animations',
  discard: 'animations',
};

/** Elements of web pages mean more to a browser than any drawing needs (HTML, 2.1.4: the HTML namespace). */
const pageNamespace = 'http://www.w3.org/1999/xhtml';

/** The drawing without what could do harm, with the names of what was taken out; or why it is refused. */
export function sanitiseDrawing(text: string): SanitisedDrawing {
  if (text.length > drawingLimits.bytes)
    return {
      problem: `The drawing has ${(text.length / 1e6).toFixed(1)} MB; at most ${drawingLimits.bytes / 1e6} MB are read.`,
    };
  const plain = plainMarkup(text);
  if ('problem' in plain) return plain;
  const tree = treeOf(plain.text);
  if (tree === null) return { problem: 'The file is not a well-formed SVG drawing.' };
  const root = tree.find((node) => localName(nameOf(node)) === 'svg');
  if (root === undefined) return { problem: 'The file is XML, but not an SVG drawing.' };
  const cleaning = new Cleaning();
  const kept = cleaning.nodes([root], new Map());
  if (cleaning.isBroken) return { problem: 'The file is not a well-formed SVG drawing.' };
  const problem = complexityProblem(kept);
  if (problem !== null) return { problem };
  return {
    svg: new XMLBuilder(options).build(written(kept)) as string,
    removed: [...cleaning.removed].sort(),
  };
}

/** Null when it is not well-formed; the parser throws at some of what its validator lets through. */
function treeOf(text: string): Node[] | null {
  try {
    return XMLValidator.validate(text) === true ? (new XMLParser(options).parse(text) as Node[]) : null;
  } catch {
    return null;
  }
}

/** Namespaces by their prefixes; the empty one is that of elements without any (Namespaces in XML 1.0, 6.1). */
type Namespaces = ReadonlyMap<string, string>;

/** Copies what is harmless. Text and attributes stay as they are written, and are judged by what they mean. */
class Cleaning {
  readonly removed = new Set<string>();
  /** It names signs that are none. */
  isBroken = false;

  nodes(nodes: readonly Node[], around: Namespaces): Node[] {
    return nodes.flatMap((node) => {
      const name = nameOf(node);
      if (name === textName) {
        this.meant(String(node[textName]));
        return [node];
      }
      return name === '' || name.startsWith('#') || name.startsWith('?')
        ? []
        : this.element(node, name, around);
    });
  }

  private element(node: Node, name: string, around: Namespaces): Node[] {
    const local = localName(name);
    const attributes = attributesOf(node);
    const namespaces = this.namespacesIn(attributes, around);
    const isOfPage = namespaces.get(prefixOf(name)) === pageNamespace;
    const reason = removedElements[local] ?? (isOfPage ? 'foreign objects' : undefined);
    if (reason !== undefined) {
      this.removed.add(reason);
      return [];
    }
    const children = this.nodes(childrenOf(node), namespaces);
    const copy: Node = { [name]: local === 'style' ? this.style(children) : children };
    if (Object.keys(attributes).length > 0) copy[':@'] = this.attributes(attributes);
    return [copy];
  }

  private namespacesIn(attributes: Attributes, around: Namespaces): Namespaces {
    const namespaces = Object.entries(attributes).filter(
      ([name]) => name === 'xmlns' || name.startsWith('xmlns:'),
    );
    if (namespaces.length === 0) return around;
    return new Map([
      ...around,
      ...namespaces.map(([name, value]) => [name.slice('xmlns:'.length), this.meant(value).trim()] as const),
    ]);
  }

  private meant(written: string): string {
    const meant = meantText(written);
    this.isBroken ||= meant === null;
    return meant ?? '';
  }

  private attributes(attributes: Attributes): Record<string, string> {
    const kept: Record<string, string> = {};
    for (const [name, raw] of Object.entries(attributes)) {
      const value = this.meant(raw);
      const local = localName(name).toLowerCase();
      if (local.startsWith('on')) this.removed.add('scripts');
      else if (isLink.has(local) && ownReference(value) === null) this.removed.add('external references');
      else if (referencesIn(value).hasOutside) this.removed.add('external references');
      else kept[name] = raw;
    }
    return kept;
  }

  /** Rules are kept when none of them refers to anything outside: half of a style sheet would draw something else. */
  private style(children: readonly Node[]): Node[] {
    const raw = children.map((child) => (nameOf(child) === textName ? String(child[textName]) : '')).join('');
    const meant = this.meant(raw);
    const kept = withoutImports(meant);
    if (kept !== meant) this.removed.add('style imports');
    if (referencesIn(kept).hasOutside) {
      this.removed.add('external references');
      return [];
    }
    return kept === '' ? [] : [{ [textName]: kept === meant ? raw : escapedText(kept) }];
  }
}

const prefixOf = (name: string): string => (name.includes(':') ? name.slice(0, name.indexOf(':')) : '');

/** Attributes that lead somewhere; those of SVG lead to a part of the drawing, or nowhere. */
const isLink = new Set(['href', 'src', 'data', 'action', 'poster', 'srcset', 'base', 'formaction', 'ping']);

/** Up to the end of each rule, or of the text. */
function withoutImports(text: string): string {
  const small = text.toLowerCase();
  let [kept, from] = ['', 0];
  for (let index = small.indexOf('@import'); index >= 0; index = small.indexOf('@import', from)) {
    kept += text.slice(from, index);
    const end = text.indexOf(';', index);
    from = end < 0 ? text.length : end + 1;
  }
  return kept + text.slice(from);
}

/** As the tree is written in a file: between double quotes there are none. */
const written = (nodes: readonly Node[]): Node[] =>
  nodes.map((node) => {
    const name = nameOf(node);
    if (name === textName) return node;
    const copy: Node = { [name]: written(childrenOf(node)) };
    const attributes = Object.entries(attributesOf(node));
    if (attributes.length > 0)
      copy[':@'] = Object.fromEntries(
        attributes.map(([key, value]) => [key, value.replaceAll('"', '&quot;')]),
      );
    return copy;
  });
