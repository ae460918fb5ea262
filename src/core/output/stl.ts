/**
 * Binary STL (no standard; common practice since 1989): 80 bytes of header, a count, then for each triangle its normal, three corners and
 * two bytes that nothing uses, little-endian. Millimetres, for the format has no unit.
 */
import { solidsOf, type Mesh } from './solids';
import { onePart, pieceCorner, type Writer } from './writer';

const [headerBytes, triangleBytes] = [80, 50];

export const writeStl: Writer = async (sheet, setting) => {
  const { bodies, whole } = await solidsOf(sheet, setting);
  const { title } = setting.notes;
  return whole === null
    ? bodies.map(({ name, mesh }) => ({ part: name, bytes: stlOf(mesh, title), corner: pieceCorner }))
    : onePart(stlOf(whole, title));
};

/** Each body by itself, for slicers that give each a colour. */
export const writeStlBodies: Writer = async (sheet, setting) =>
  (await solidsOf(sheet, setting)).bodies.map(({ name, mesh }) => ({
    part: name,
    bytes: stlOf(mesh, `${setting.notes.title}, ${name}`),
    corner: pieceCorner,
  }));

function stlOf({ corners, triangles }: Mesh, title: string): Uint8Array {
  const count = triangles.length / 3;
  const bytes = new Uint8Array(headerBytes + 4 + count * triangleBytes);
  // A header that begins with "solid" would be taken for the format in letters.
  new TextEncoder().encodeInto(
    `Binarus, mm: ${title.replace(/[^\x20-\x7e]/g, '')}`.slice(0, headerBytes),
    bytes,
  );
  const view = new DataView(bytes.buffer);
  view.setUint32(headerBytes, count, true);
  for (let triangle = 0, index = headerBytes + 4; triangle < count; triangle++, index += triangleBytes) {
    const points = [0, 1, 2].map((corner) => {
      const first = 3 * triangles[3 * triangle + corner]!;
      return [corners[first]!, corners[first + 1]!, corners[first + 2]!] as const;
    });
    [normalOf(points), ...points].forEach((point, place) =>
      point.forEach((value, axis) => view.setFloat32(index + 12 * place + 4 * axis, value, true)),
    );
  }
  return bytes;
}

function normalOf(points: readonly (readonly [number, number, number])[]): readonly [number, number, number] {
  const [a, b, c] = points as [(typeof points)[0], (typeof points)[0], (typeof points)[0]];
  const [u, v] = [
    [b[0] - a[0], b[1] - a[1], b[2] - a[2]],
    [c[0] - a[0], c[1] - a[1], c[2] - a[2]],
  ] as const;
  const normal = [
    u[1]! * v[2]! - u[2]! * v[1]!,
    u[2]! * v[0]! - u[0]! * v[2]!,
    u[0]! * v[1]! - u[1]! * v[0]!,
  ] as const;
  const length = Math.hypot(...normal) || 1;
  return [normal[0] / length, normal[1] / length, normal[2] / length];
}
