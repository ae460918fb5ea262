/** The owner's files, styles, templates, stock, profiles and test pieces. */
import { couponIdSchema } from '../../../core/coupon';
import { fileHashSchema } from '../../../core/logo';
import { z } from '../../../core/schema';
import {
  collectionStyleSchema,
  couponListSchema,
  houseStyleIdSchema,
  houseStyleListSchema,
  houseStyleSchema,
  keptCouponSchema,
  namePatternListSchema,
  namePatternSchema,
  pieceShelfSchema,
  profileIdSchema,
  profileListSchema,
  profileSchema,
  savedFileSchema,
  saveHouseStyleSchema,
  addProfileSchema,
  saveProfileSchema,
  saveSheetStockSchema,
  saveStockSizeSchema,
  saveTemplateSchema,
  styleDocumentSchema,
} from '../../../wire';
import { plate, look, profile } from './examples';
import { ask, bytes, json, nothing, type Operation } from './operation';

export const stockOperations: readonly Operation[] = [
  ask('post', '/api/files', 'Keeps a logo or a picture: SVG or PNG.', json(savedFileSchema, 201), {
    bodyType: 'application/octet-stream',
  }),
  ask('get', '/api/files/{hash}', 'Gives a logo or a picture.', bytes('image/svg+xml'), {
    params: { hash: fileHashSchema },
  }),
  ask('get', '/api/house-styles', 'Lists house styles.', json(houseStyleListSchema)),
  ask(
    'post',
    '/api/house-styles',
    'Keeps a house style in place of the one that has its name.',
    json(houseStyleSchema, 201),
    { body: saveHouseStyleSchema, example: { name: 'Ternquay signs', look } },
  ),
  ask(
    'post',
    '/api/house-styles/import',
    'Keeps a style that comes as a document with its files.',
    json(houseStyleSchema, 201),
    {
      body: styleDocumentSchema,
      example: { format: 'binarus-style', formatVersion: 1, name: 'Rowing club', ...look, files: [] },
    },
  ),
  ask(
    'get',
    '/api/house-styles/{id}/document',
    'Gives a house style as a document with its files.',
    json(styleDocumentSchema),
    { params: { id: houseStyleIdSchema } },
  ),
  ask('put', '/api/house-styles/collection', 'Gives a collection its house style, or none.', nothing, {
    body: collectionStyleSchema,
    example: { collection: 'Berths', houseStyleId: null },
  }),
  ask('delete', '/api/house-styles/{id}', 'Deletes a house style.', nothing, {
    params: { id: houseStyleIdSchema },
  }),
  ask('get', '/api/piece-shelf', 'Lists the templates and stock of the owner.', json(pieceShelfSchema)),
  ask(
    'post',
    '/api/piece-shelf/templates',
    'Keeps a template in place of the one that has its name.',
    json(pieceShelfSchema, 201),
    { body: saveTemplateSchema, example: { name: 'Berth plate', document: plate } },
  ),
  ask('delete', '/api/piece-shelf/templates/{id}', 'Deletes a template.', json(pieceShelfSchema), {
    params: { id: z.uuid() },
  }),
  ask('post', '/api/piece-shelf/stock-sizes', 'Keeps a size of blanks.', json(pieceShelfSchema, 201), {
    body: saveStockSizeSchema,
    example: { name: 'Offcut', widthMm: 50, heightMm: 20, cornerMm: 0 },
  }),
  ask('delete', '/api/piece-shelf/stock-sizes/{id}', 'Deletes a size of blanks.', json(pieceShelfSchema), {
    params: { id: z.uuid() },
  }),
  ask(
    'post',
    '/api/piece-shelf/sheet-stocks',
    'Keeps a sheet, roll or set of labels.',
    json(pieceShelfSchema, 201),
    {
      body: saveSheetStockSchema,
      example: {
        name: 'Offcuts, A5',
        stock: {
          kind: 'sheet',
          widthMm: 148,
          heightMm: 210,
          marginMm: { left: 4, top: 4, right: 4, bottom: 4 },
        },
      },
    },
  ),
  ask(
    'delete',
    '/api/piece-shelf/sheet-stocks/{id}',
    'Deletes a sheet, roll or set of labels.',
    json(pieceShelfSchema),
    { params: { id: z.uuid() } },
  ),
  ask('get', '/api/profiles', 'Lists profiles: values of a material on a machine.', json(profileListSchema)),
  ask('post', '/api/profiles', 'Makes a profile.', json(profileSchema, 201), {
    body: addProfileSchema,
    example: profile,
  }),
  ask(
    'put',
    '/api/profiles/{id}',
    'Changes a profile; 412 where it is not what If-Match names any more.',
    json(profileSchema),
    {
      params: { id: profileIdSchema },
      ifMatch: '*',
      body: saveProfileSchema,
      example: { ...profile, name: 'Our vinyl cutter, new blade' },
    },
  ),
  ask('delete', '/api/profiles/{id}', 'Deletes a profile.', nothing, { params: { id: profileIdSchema } }),
  ask(
    'get',
    '/api/name-patterns',
    'Lists what files are called, by collection.',
    json(namePatternListSchema),
  ),
  ask('put', '/api/name-patterns', 'Says what files of a collection are called.', nothing, {
    body: namePatternSchema,
    example: { collection: 'Berths', pattern: '{collection}_{title}' },
  }),
  ask('get', '/api/coupons', 'Lists test pieces.', json(couponListSchema)),
  ask('put', '/api/coupons/{id}', 'Keeps a test piece.', nothing, {
    params: { id: couponIdSchema },
    body: keptCouponSchema,
    example: '{coupon}',
  }),
  ask('delete', '/api/coupons/{id}', 'Deletes a test piece.', nothing, { params: { id: couponIdSchema } }),
];
