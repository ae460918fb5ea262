/** interface: what the server can be asked, as OpenAPI 3.1 from the schemas that check it, and as a page to read. */
export { interfaceDocument } from './document';
export { type Answer, type Operation, operations } from './operations';
export { interfaceRoutes } from './routes';
