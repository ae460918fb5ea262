/** 3MF (3MF Core Specification 1.3): an object for each body, its colour as a base material (5.1), in millimetres (3.4). */
import { zipSync } from 'fflate';
import { escapeXml } from './svg';
import { displayColour, solidsOf, type SolidBody } from './solids';
import { onePart, type FileNotes, type Writer } from './writer';

/** Zip files carry a time; the first that they can, so that the same job gives the same bytes. */
export const noTime = new Date(1980, 0, 1);

const contentTypes =
  '<?xml version="1.0" encoding="UTF-8"?>\n<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Default Extension="model" ContentType="application/vnd.ms-package.3dmanufacturing-3dmodel+xml"/></Types>\n';
const relationships =
  '<?xml version="1.0" encoding="UTF-8"?>\n<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Target="/3D/3dmodel.model" Id="rel0" Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>\n';

export const writeThreeMf: Writer = async (sheet, setting) => {
  const { bodies } = await solidsOf(sheet, setting);
  const encoder = new TextEncoder();
  const entry = (text: string) => [encoder.encode(text), { mtime: noTime, level: 6 }] as const;
  return onePart(
    zipSync({
      '[Content_Types].xml': [...entry(contentTypes)],
      '_rels/.rels': [...entry(relationships)],
      '3D/3dmodel.model': [...entry(modelOf(bodies, setting.notes))],
    }),
  );
};

/** Materials first, then an object for each body, all of them built. */
function modelOf(bodies: readonly SolidBody[], { title, description }: FileNotes): string {
  const materials = bodies
    .map(({ name, colour }) => `<base name="${name}" displaycolor="${displayColour(colour)}"/>`)
    .join('');
  const objects = bodies.map(
    ({ name, mesh }, index) =>
      `<object id="${index + 2}" type="model" name="${name}" pid="1" pindex="${index}"><mesh><vertices>${verticesOf(mesh)}</vertices><triangles>${trianglesOf(mesh)}</triangles></mesh></object>`,
  );
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    '<model unit="millimeter" xml:lang="en" xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02">',
    `<metadata name="Title">${escapeXml(title)}</metadata>`,
    `<metadata name="Description">${escapeXml(description)}</metadata>`,
    '<metadata name="Application">Binarus</metadata>',
    `<resources><basematerials id="1">${materials}</basematerials>`,
    ...objects,
    '</resources>',
    `<build>${bodies.map((_, index) => `<item objectid="${index + 2}"/>`).join('')}</build>`,
    '</model>',
    '',
  ].join('\n');
}

/** Six decimals tell every two corners of single precision apart that a bed of a metre can have. */
function verticesOf({ corners }: SolidBody['mesh']): string {
  const parts: string[] = [];
  for (let index = 0; index < corners.length; index += 3) {
    const [x, y, z] = [0, 1, 2].map((axis) => Number(corners[index + axis]!.toFixed(6)));
    parts.push(`<vertex x="${x}" y="${y}" z="${z}"/>`);
  }
  return parts.join('');
}

function trianglesOf({ triangles }: SolidBody['mesh']): string {
  const parts: string[] = [];
  for (let index = 0; index < triangles.length; index += 3)
    parts.push(
      `<triangle v1="${triangles[index]}" v2="${triangles[index + 1]}" v3="${triangles[index + 2]}"/>`,
    );
  return parts.join('');
}
