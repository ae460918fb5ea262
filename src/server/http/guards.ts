/** What a request has to get past, and the headers of every answer. */
import helmet from 'helmet';
import type { RequestHandler } from 'express';
import { Problem } from './problem';

export function securityHeaders(): RequestHandler {
  return helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
        styleSrc: ["'self'"],
        fontSrc: ["'self'"],
        connectSrc: ["'self'"],
        workerSrc: ["'self'"],
        formAction: ["'self'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        mediaSrc: ["'self'", 'blob:'],
        baseUri: ["'none'"],
        frameAncestors: ["'none'"],
        objectSrc: ["'none'"],
      },
    },
    strictTransportSecurity: false,
  });
}

const ownHosts = /^(127\.0\.0\.1|localhost)(:\d+)?$/;

/** Other names that lead to this machine are refused, so that a foreign page cannot reach the data through one. */
export const ownHostOnly: RequestHandler = (request, _response, next) => {
  const { host, origin } = request.headers;
  const foreignOrigin = origin !== undefined && !ownHosts.test(origin.replace(/^https?:\/\//, ''));
  next(
    !ownHosts.test(host ?? '') || foreignOrigin
      ? new Problem(403, 'Binarus answers only on this machine.')
      : undefined,
  );
};

/** A page from elsewhere can post forms, but not JSON, without asking first. */
export const writesAreJson: RequestHandler = (request, _response, next) => {
  const reads = request.method === 'GET' || request.method === 'HEAD';
  next(reads || request.is('application/json') ? undefined : new Problem(415, 'Send application/json.'));
};
