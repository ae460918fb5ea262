/** Routes for files and house styles. */
import express from 'express';
import { type CarriedFile, type CleanUpload, fileHashSchema, pictureLimits } from '../../core/logo';
import {
  parseStyleDocument,
  type StyleDocument,
  collectionStyleSchema,
  houseStyleIdSchema,
  saveHouseStyleSchema,
} from '../../wire';
import { filesOfLook } from '../../core/job';
import type { CheckedFiles } from '../../node/carriedFiles';
import { checked, Problem } from '../http';
import type { FileStore } from '../documents';
import type { HouseStyleStore } from './houseStyles';

/** Files that are sent, cleaned where nobody waits for it. */
interface Uploads {
  readonly files: FileStore;
  readonly workshop: { readonly clean: (bytes: Uint8Array) => Promise<CleanUpload> };
}
interface LookData extends Uploads {
  readonly houseStyles: HouseStyleStore;
  readonly workshop: Uploads['workshop'] & {
    readonly carried: (files: readonly CarriedFile[]) => Promise<CheckedFiles>;
  };
}

/** A file is sent as its bytes; a foreign page cannot do that with this content type without asking first. */
export function fileRoutes({ files, workshop }: Uploads): express.Router {
  const routes = express.Router();
  routes.post(
    '/',
    (request, _response, next) => {
      next(
        request.is('application/octet-stream')
          ? undefined
          : new Problem(415, 'Send application/octet-stream.'),
      );
    },
    express.raw({ type: 'application/octet-stream', limit: pictureLimits.bytes }),
    async (request, response) => {
      const clean = await workshop.clean(request.body as Uint8Array);
      if ('problem' in clean) throw new Problem(422, clean.problem);
      response.status(201).json(files.add(clean));
    },
  );
  routes.get('/:hash', (request, response) => {
    const file = files.find(checked(fileHashSchema, request.params.hash));
    if (file === undefined) throw new Problem(404, 'There is no such file.');
    response
      // A drawing that is opened on its own can neither run nor load anything.
      .set('Content-Security-Policy', "default-src 'none'; style-src 'unsafe-inline'; sandbox")
      .set('Cache-Control', 'private, max-age=31536000, immutable')
      .type(file.mediaType)
      .send(Buffer.from(file.bytes));
  });
  return routes;
}

export function houseStyleRoutes(data: LookData): express.Router {
  const { houseStyles: styles, files } = data;
  const routes = express.Router();
  const unknown = (): Problem => new Problem(404, 'There is no such house style. It may have been deleted.');
  routes.get('/', (_request, response) => {
    response.json({ houseStyles: styles.list() });
  });
  routes.post('/', (request, response) => {
    const { name, look } = checked(saveHouseStyleSchema, request.body);
    response.status(201).json(styles.save(name, look));
  });
  routes.post('/import', async (request, response) => {
    const parsed = parseStyleDocument(request.body);
    if ('problems' in parsed)
      throw new Problem(422, `This is not a style document. ${parsed.problems.slice(0, 3).join(' ')}`);
    response.status(201).json(await importStyle(parsed.style, data));
  });
  routes.get('/:id/document', (request, response) => {
    const id = checked(houseStyleIdSchema, request.params.id);
    const found = styles.list().find((style) => style.id === id);
    if (found === undefined) throw unknown();
    const document: StyleDocument = {
      format: 'binarus-style',
      formatVersion: 1,
      name: found.name,
      ...found.look,
      files: filesOfLook(found.look).flatMap((hash) => {
        const file = files.find(hash);
        if (file === undefined) return [];
        return [{ hash, mediaType: file.mediaType, base64: Buffer.from(file.bytes).toString('base64') }];
      }),
    };
    response.json(document);
  });
  routes.put('/collection', (request, response) => {
    const { collection, houseStyleId } = checked(collectionStyleSchema, request.body);
    if (!styles.assign(collection, houseStyleId)) throw unknown();
    response.status(204).end();
  });
  routes.delete('/:id', (request, response) => {
    if (!styles.remove(checked(houseStyleIdSchema, request.params.id))) throw unknown();
    response.status(204).end();
  });
  return routes;
}

/** Files are checked like uploads; files and style are kept only when all of them are what they say. */
async function importStyle(
  { name, style, logo, files: sent }: StyleDocument,
  { houseStyles: styles, files, workshop }: LookData,
): Promise<ReturnType<HouseStyleStore['save']>> {
  const checkedFiles = await workshop.carried(sent);
  if ('problem' in checkedFiles) throw new Problem(422, `${checkedFiles.problem} Nothing was changed.`);
  const there = new Set(checkedFiles.files.map(({ hash }) => hash));
  const missing = filesOfLook({ style, logo }).filter((hash) => !there.has(hash) && !files.find(hash));
  if (missing.length > 0) throw new Problem(422, 'This style refers to a file that it does not bring.');
  for (const file of checkedFiles.files) files.add(file);
  const taken = styles.list().some((other) => other.name === name);
  return styles.save(taken ? freeName(name, styles) : name, { style, logo });
}

/** An import never replaces a style that is here. */
function freeName(name: string, styles: HouseStyleStore): string {
  const names = new Set(styles.list().map((style) => style.name));
  let number = 2;
  while (names.has(`${name.slice(0, 54)} (${number})`)) number++;
  return `${name.slice(0, 54)} (${number})`;
}
