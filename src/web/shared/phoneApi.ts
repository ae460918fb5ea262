/** The way from the phone to the bench, as the server has it. */
import { phoneStateSchema, type PhoneState } from '../../wire';
import { get, jsonRequest, request, send } from './http';

const base = '/api/phone';

export const phoneState = (): Promise<PhoneState> => get(base, phoneStateSchema);
export const openPhoneWay = (): Promise<PhoneState> => send('POST', base, {}, phoneStateSchema);
export async function closePhoneWay(): Promise<void> {
  await request(base, jsonRequest('DELETE', {}));
}

/** Takes a picture that waits; it is gone from there then. */
export async function takePhonePicture(id: string): Promise<File> {
  const response = await request(`${base}/pictures/${encodeURIComponent(id)}`, jsonRequest('POST', {}));
  const blob = await response.blob();
  const extension = blob.type.replace('image/', '').replace('jpeg', 'jpg');
  return new File([blob], `phone-${id.slice(0, 4)}.${extension}`, { type: blob.type });
}
