/** The description of the interface over HTTP, as JSON and as a page; nothing on the page comes from elsewhere. */
import express from 'express';
import { escaped } from '../../core/links';
import { onDemand } from '../../core/tasks';
import { interfaceDocument } from './document';
import { operations, type Operation } from './operations';

export function interfaceRoutes(): express.Router {
  const routes = express.Router();
  const text = onDemand(() => JSON.stringify(interfaceDocument(), null, 1));
  const readable = onDemand(() => pageOf(operations));
  routes.get('/openapi.json', (_request, response) => {
    response.type('application/json').send(text());
  });
  routes.get('/docs', (_request, response) => {
    response.type('html').send(readable());
  });
  routes.get('/docs.css', (_request, response) => {
    response.type('css').send(style);
  });
  return routes;
}

const style = `body{max-width:60em;margin:2em auto;padding:0 1em;background:#f5f3ee;color:#22303a;font:16px/1.5 sans-serif}
code,pre{font:14px/1.4 monospace}pre{overflow:auto;padding:.6em;background:#fff;border:1px solid #c9c5ba}
h2{margin:1.6em 0 .2em;font-size:17px}h2 b{color:#1f7a6d}p{margin:.2em 0}`;

function pageOf(all: readonly Operation[]): string {
  const parts = all.map(
    ({
      method,
      path,
      about,
      example,
      bodyType,
      answer,
    }) => `<h2><b>${method.toUpperCase()}</b> <code>${escaped(path)}</code></h2>
<p>${escaped(about)}</p>
${bodyType === undefined ? '' : `<p>The body is ${escaped(bodyType)}.</p>`}
${example === undefined ? '' : `<details><summary>An example</summary><pre>${escaped(JSON.stringify(example, null, 2))}</pre></details>`}
<p>Answers ${answer.status}${answer.mediaType === undefined ? '' : `, ${escaped(answer.mediaType)}`}.</p>`,
  );
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>What Binarus can be asked</title>
<link rel="stylesheet" href="/api/docs.css"></head>
<body><h1>What Binarus can be asked</h1>
<p>Every request that the server on this machine answers. <a href="/api/openapi.json">The same as OpenAPI 3.1</a>, made from the schemas that check the requests.
What is wrong is answered with a problem in words; 503 and 507 mean that nothing was changed, and that the same request can be sent again.</p>
${parts.join('\n')}
</body></html>
`;
}
