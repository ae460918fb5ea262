/** The server itself: archives, long work, the phone, this description. */
import { z } from '../../../core/schema';
import {
  importReportSchema,
  phonePictureIdSchema,
  phoneStateSchema,
  workIdSchema,
  workStateSchema,
} from '../../../wire';
import { ask, bytes, empty, json, nothing, type Operation } from './operation';

export const houseOperations: readonly Operation[] = [
  ask('get', '/api/health', 'Says that the server is up.', json(z.strictObject({ isUp: z.literal(true) }))),
  ask('get', '/api/openapi.json', 'This description.', bytes('application/json')),
  ask('get', '/api/docs', 'This description as a page to read.', bytes('text/html')),
  ask('get', '/api/docs.css', 'How that page looks.', bytes('text/css')),
  ask(
    'get',
    '/api/phone',
    'Says whether a phone can send pictures, and which have come.',
    json(phoneStateSchema),
  ),
  ask(
    'post',
    '/api/phone',
    'Lets a phone in the house send pictures for ten minutes.',
    json(phoneStateSchema, 201),
    { body: empty, example: {} },
  ),
  ask('delete', '/api/phone', 'Ends that.', nothing),
  ask('post', '/api/phone/pictures/{id}', 'Gives a picture that came, once.', bytes('image/jpeg'), {
    params: { id: phonePictureIdSchema },
    body: empty,
    example: {},
  }),
  ask('get', '/api/archive', 'Gives everything as one archive.', bytes('application/zip')),
  ask(
    'post',
    '/api/archive',
    'Imports an archive; with dry=1 it only says what that would do.',
    json(importReportSchema),
    {
      bodyType: 'application/zip',
      query: z.object({ dry: z.literal('1').optional(), work: workIdSchema.optional() }),
    },
  ),
  ask('get', '/api/work/{id}', 'Says how far long work is that was given this id.', json(workStateSchema), {
    params: { id: workIdSchema },
  }),
  ask('delete', '/api/work/{id}', 'Stops long work.', nothing, { params: { id: workIdSchema } }),
];
