/** The event of the yard's poster. */
import { emptyMessage, type Message } from '../core/message';

export const regatta = {
  ...emptyMessage('event'),
  title: 'Ternquay regatta',
  start: '2027-06-12T10:00',
  end: '2027-06-12T17:00',
  zone: 'Europe/London',
  place: 'Boathouse steps',
} as Message;
