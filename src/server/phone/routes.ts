/** The bench's side of the way from the phone: open it, look what came, close it. */
import express from 'express';
import { phonePictureIdSchema, type PhoneState } from '../../wire';
import { checked, Problem } from '../http';
import type { PhoneListener } from './listener';

export function phoneRoutes(listener: PhoneListener): express.Router {
  const routes = express.Router();
  const state = (): PhoneState => ({ open: listener.now(), pictures: [...listener.waiting()] });
  routes.get('/', (_request, response) => {
    response.set('Cache-Control', 'no-store').json(state());
  });
  routes.post('/', async (_request, response) => {
    await listener.open();
    response.status(201).json(state());
  });
  routes.delete('/', (_request, response) => {
    listener.close();
    response.status(204).end();
  });
  // Taking it takes it away, so it is no GET.
  routes.post('/pictures/:id', (request, response) => {
    const picture = listener.fetch(checked(phonePictureIdSchema, request.params.id));
    if (picture === undefined) throw new Problem(404, 'This picture was taken already.');
    response.type(picture.mediaType).set('Cache-Control', 'no-store').send(picture.bytes);
  });
  return routes;
}
