/** The interface as OpenAPI 3.1 (spec.openapis.org/oas/v3.1.1), made from the schemas that check requests and answers. */
import { createDocument, type ZodOpenApiOperationObject } from 'zod-openapi';
import { z } from '../../core/schema';
import { onDemand } from '../../core/tasks';
import { operations, type Operation } from './operations';

/** What is answered instead, for whatever is wrong. */
const problemSchema = z.object({ problem: z.string() }).meta({ id: 'Problem' });

/** What a change is made on top of (RFC 9110, 13.1.1). */
const conditionSchema = z.object({
  'If-Match': z
    .string()
    .describe('The ETag that GET answered, “"none"” where nothing is yet, or * for whatever is there.'),
});

const problems: Readonly<Record<string, string>> = {
  400: 'The request is not what it should be; the problem names the field.',
  404: 'There is no such thing.',
  409: 'It does not fit what is there.',
  412: 'What is there is not what If-Match names any more.',
  422: 'It was read, and cannot be taken.',
  428: 'A change needs If-Match.',
  503: 'The database is busy; try again.',
  507: 'The disk is full or cannot be written; nothing was changed.',
};

export const interfaceDocument = onDemand(() =>
  createDocument({
    openapi: '3.1.1',
    info: {
      title: 'Binarus',
      version: '1',
      description:
        'What the server on this machine answers. It listens on 127.0.0.1 only, and refuses requests of other origins and hosts. Bodies are JSON unless another kind is named.',
    },
    servers: [{ url: '/' }],
    paths: pathsOf(operations),
  }),
);

function pathsOf(all: readonly Operation[]): Record<string, Record<string, ZodOpenApiOperationObject>> {
  const paths: Record<string, Record<string, ZodOpenApiOperationObject>> = {};
  for (const operation of all) (paths[operation.path] ??= {})[operation.method] = describedBy(operation);
  return paths;
}

function describedBy({
  about,
  params,
  query,
  ifMatch,
  body,
  bodyType,
  answer,
  example,
}: Operation): ZodOpenApiOperationObject {
  const isQuery = query !== undefined && body === undefined;
  return {
    summary: about,
    requestParams: {
      ...(params === undefined ? {} : { path: z.object(params) }),
      ...(query === undefined ? {} : { query }),
      ...(ifMatch === undefined
        ? {}
        : { header: conditionSchema.meta({ example: { 'If-Match': ifMatch } }) }),
    },
    ...(body === undefined
      ? {}
      : {
          requestBody: {
            required: true,
            content: { 'application/json': { schema: body, example: example as object } },
          },
        }),
    ...(bodyType === undefined ? {} : { requestBody: { required: true, content: { [bodyType]: {} } } }),
    ...(isQuery && example !== undefined ? { 'x-example': example as object } : {}),
    responses: {
      [String(answer.status) as '200']: {
        description: 'Done.',
        ...(answer.json === undefined ? {} : { content: { 'application/json': { schema: answer.json } } }),
        ...(answer.mediaType === undefined ? {} : { content: { [answer.mediaType]: {} } }),
      },
      ...Object.fromEntries(
        Object.entries(problems).map(([status, description]) => [
          status,
          { description, content: { 'application/json': { schema: problemSchema } } },
        ]),
      ),
    },
  };
}
