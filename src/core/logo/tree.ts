/** A drawing as a tree, as the parser gives it: each node has one key for its name, with its children, and its attributes beside it. */

export type Node = Record<string, unknown>;
export type Attributes = Readonly<Record<string, string>>;

export const textName = '#text';

export const attributesOf = (node: Node): Attributes => (node[':@'] ?? {}) as Attributes;
export const nameOf = (node: Node): string => Object.keys(node).find((key) => key !== ':@') ?? '';
export const localName = (name: string): string => name.slice(name.indexOf(':') + 1);
export const childrenOf = (node: Node): Node[] => {
  const content = node[nameOf(node)];
  return Array.isArray(content) ? (content as Node[]) : [];
};
