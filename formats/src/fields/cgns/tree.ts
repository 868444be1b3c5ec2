import type { Dataset, File, Group } from 'h5wasm';

/** A node of a CGNS tree: a group of HDF5 with a label, data and nodes below it. Source: CGNS, "HDF5 file mapping". */
export class CgnsNode {
  constructor(
    private readonly group: Group,
    readonly name: string,
  ) {}

  static root = (file: File): CgnsNode => new CgnsNode(file as unknown as Group, '');

  get label(): string {
    const { value } = this.group.attrs['label'] ?? {};
    return typeof value === 'string' ? value.replace(/\0.*$/s, '') : '';
  }

  get children(): CgnsNode[] {
    return this.group.keys().flatMap((name) => {
      const entity = this.group.get(name);
      return entity && 'type' in entity && entity.type === 'Group' ? [new CgnsNode(entity as Group, name)] : [];
    });
  }

  /** Those below it with a label. */
  all(label: string): CgnsNode[] {
    return this.children.filter((child) => child.label === label);
  }

  first(label: string): CgnsNode | undefined {
    return this.all(label)[0];
  }

  named(name: string): CgnsNode | undefined {
    return this.children.find((child) => child.name === name);
  }

  private get set(): Dataset | undefined {
    const entity = this.group.get(' data');
    return entity && 'type' in entity && entity.type === 'Dataset' ? (entity as Dataset) : undefined;
  }

  /** Its numbers as they lie in the file, the first index of CGNS fastest; empty where it has none. */
  numbers(): Float64Array {
    const value = this.set?.value;
    if (!ArrayBuffer.isView(value)) return new Float64Array();
    return value instanceof Float64Array ? value : Float64Array.from(value as unknown as ArrayLike<number>, Number);
  }

  /** Its letters; of several words each of so many. */
  words(length?: number): string[] {
    const text = String.fromCharCode(...this.numbers());
    const size = length ?? (text.length || 1);
    return Array.from({ length: Math.ceil(text.length / size) }, (_, k) =>
      text
        .slice(k * size, (k + 1) * size)
        .replace(/\0.*$/s, '')
        .trim(),
    );
  }

  word(): string {
    return this.words()[0] ?? '';
  }
}
