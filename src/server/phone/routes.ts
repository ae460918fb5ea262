/** The bench's side of the way from the phone: open it, look what came, close it. */
import express from 'express';
import { phonePictureIdSchema, type PhoneState } from '../../wire';
import { checked, Problem } from '../http';
import type { PhoneDoor } from './door';

export function phoneRoutes(door: PhoneDoor): express.Router {
  const routes = express.Router();
  const state = (): PhoneState => ({ open: door.now(), pictures: [...door.waiting()] });
  routes.get('/', (_request, response) => {
    response.set('Cache-Control', 'no-store').json(state());
  });
  routes.post('/', async (_request, response) => {
    await door.open();
    response.status(201).json(state());
  });
  routes.delete('/', (_request, response) => {
    door.close();
    response.status(204).end();
  });
  // Taking it takes it away, so it is no GET.
  routes.post('/pictures/:id', (request, response) => {
    const picture = door.fetch(checked(phonePictureIdSchema, request.params.id));
    if (picture === undefined) throw new Problem(404, 'This picture was taken already.');
    response.type(picture.mediaType).set('Cache-Control', 'no-store').send(picture.bytes);
  });
  return routes;
}
