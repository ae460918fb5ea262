/** phone: pictures come in from a phone in the house; the bench fetches them. */
export { houseAddress, type PhoneDoor, phoneDoor, phoneLimits } from './door';
export { phoneRoutes } from './routes';
