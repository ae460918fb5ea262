/** phone: pictures come in from a phone in the house; the bench fetches them. */
export { houseAddress, type PhoneListener, phoneListener, phoneLimits } from './listener';
export { phoneRoutes } from './routes';
