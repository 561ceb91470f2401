/**
 * A map by text that never changes: `set` gives a new map that shares everything but one short path with the old one, so
 * that a story of many thousand entries costs the same at its end as at its beginning. The same content gives the same
 * order, however it came about.
 */
export class KeptMap<V> implements Iterable<readonly [string, V]> {
  private constructor(
    private readonly root: Node<V> | undefined,
    readonly size: number,
  ) {}

  static empty<V>(): KeptMap<V> {
    return new KeptMap<V>(undefined, 0);
  }
  static from<V>(entries: Iterable<readonly [string, V]>): KeptMap<V> {
    let map = KeptMap.empty<V>();
    for (const [key, value] of entries) map = map.set(key, value);
    return map;
  }

  get(key: string): V | undefined {
    const hash = hashOf(key);
    let node = this.root;
    for (let shift = 0; node !== undefined; shift += BITS) {
      if (isLeaf(node)) return node.hash === hash ? heldIn(node, key) : undefined;
      node = childOf(node, hash, shift);
    }
    return undefined;
  }
  has(key: string): boolean {
    return this.get(key) !== undefined;
  }

  set(key: string, value: V): KeptMap<V> {
    const leaf: Leaf<V> = { hash: hashOf(key), held: [[key, value]] };
    const root = this.root === undefined ? leaf : withLeaf(this.root, leaf, 0);
    return new KeptMap(root, this.size + (this.has(key) ? 0 : 1));
  }
  /** The map with some of its values changed; a value that stays the same costs nothing. */
  map(change: (value: V, key: string) => V): KeptMap<V> {
    return this.entries().reduce<KeptMap<V>>((changed, [key, value]) => {
      const next = change(value, key);
      return next === value ? changed : changed.set(key, next);
    }, this);
  }

  [Symbol.iterator](): Iterator<readonly [string, V]> {
    return this.entries()[Symbol.iterator]();
  }
  entries(): readonly (readonly [string, V])[] {
    const entries: (readonly [string, V])[] = [];
    if (this.root !== undefined) gather(this.root, entries);
    return entries;
  }
  keys(): readonly string[] {
    return this.entries().map(([key]) => key);
  }
  values(): readonly V[] {
    return this.entries().map(([, value]) => value);
  }
}

interface Leaf<V> {
  readonly hash: number;
  /** More than one where texts share a hash; in the order of the texts. */
  readonly held: readonly (readonly [string, V])[];
}
interface Branch<V> {
  /** Which of the 32 children are there. */
  readonly there: number;
  readonly children: readonly Node<V>[];
}
type Node<V> = Leaf<V> | Branch<V>;

const BITS = 5;
const isLeaf = <V>(node: Node<V>): node is Leaf<V> => 'held' in node;
const bitOf = (hash: number, shift: number): number => 1 << ((hash >>> shift) & 31);

/** How many of the bits below one are set: where its child stands. */
function countOf(bits: number): number {
  let left = bits - ((bits >>> 1) & 0x55555555);
  left = (left & 0x33333333) + ((left >>> 2) & 0x33333333);
  return Math.imul((left + (left >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24;
}
function childOf<V>({ there, children }: Branch<V>, hash: number, shift: number): Node<V> | undefined {
  const bit = bitOf(hash, shift);
  return (there & bit) === 0 ? undefined : children[countOf(there & (bit - 1))];
}

function heldIn<V>({ held }: Leaf<V>, key: string): V | undefined {
  for (const [other, value] of held) if (other === key) return value;
  return undefined;
}

function withLeaf<V>(node: Node<V>, leaf: Leaf<V>, shift: number): Node<V> {
  if (isLeaf(node)) {
    if (node.hash === leaf.hash) return { hash: leaf.hash, held: joined(node.held, leaf.held) };
    // Two texts at one branch: it grows until their hashes part.
    return withLeaf({ there: bitOf(node.hash, shift), children: [node] }, leaf, shift);
  }
  const bit = bitOf(leaf.hash, shift);
  const at = countOf(node.there & (bit - 1));
  const child = node.children[at];
  const children = [...node.children];
  if ((node.there & bit) !== 0 && child !== undefined) {
    children[at] = withLeaf(child, leaf, shift + BITS);
    return { there: node.there, children };
  }
  children.splice(at, 0, leaf);
  return { there: node.there | bit, children };
}
function joined<V>(known: Leaf<V>['held'], [added]: Leaf<V>['held']): Leaf<V>['held'] {
  if (added === undefined) return known;
  const others = known.filter(([key]) => key !== added[0]);
  return [...others, added].sort(([a], [b]) => (a < b ? -1 : 1));
}
function gather<V>(node: Node<V>, into: (readonly [string, V])[]): void {
  if (isLeaf(node)) into.push(...node.held);
  else for (const child of node.children) gather(child, into);
}

/** FNV-1a, 32 bits, with a last stir so that keys that differ at their ends part early. */
function hashOf(text: string): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  hash ^= hash >>> 16;
  hash = Math.imul(hash, 0x85ebca6b);
  return (hash ^ (hash >>> 13)) >>> 0;
}
