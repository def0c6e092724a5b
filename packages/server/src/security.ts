import type { RequestHandler } from 'express';
import helmet from 'helmet';
import { Refusal } from './errors.ts';

const LOOPBACK = /^(localhost|127\.0\.0\.1|\[::1\])(:\d+)?$/i;

/**
 * Only this machine may ask: a page from elsewhere that resolves its own name to 127.0.0.1 is caught by its Host,
 * a form posted from elsewhere by its Origin.
 */
export const onlyLoopback: RequestHandler = (request, _response, next) => {
  const { host, origin } = request.headers;
  if (host === undefined || !LOOPBACK.test(host)) {
    throw new Refusal('host-refused', 'Eight Up answers only to this machine. Open it at 127.0.0.1.');
  }
  // Another port of this machine is another program: its pages may not write here. Scripts send no origin.
  if (origin !== undefined && origin.toLowerCase() !== `http://${host.toLowerCase()}`) {
    throw new Refusal('origin-refused', 'This request came from another site and was refused.');
  }
  next();
};

export const strictHeaders = helmet({
  contentSecurityPolicy: {
    useDefaults: false,
    directives: {
      'default-src': ["'self'"],
      'script-src': ["'self'", "'wasm-unsafe-eval'"],
      'style-src': ["'self'"],
      'img-src': ["'self'", 'blob:', 'data:'],
      'font-src': ["'self'", 'data:'],
      'connect-src': ["'self'", 'blob:'],
      'worker-src': ["'self'", 'blob:'],
      'object-src': ["'none'"],
      'base-uri': ["'none'"],
      'form-action': ["'self'"],
      'frame-ancestors': ["'none'"],
    },
  },
  strictTransportSecurity: false,
  crossOriginResourcePolicy: { policy: 'same-origin' },
});

/** An address with a NUL in it names nothing that we ever made; some libraries would read it only up to there. */
export const onlyLegibleAddresses: RequestHandler = (request, _response, next) => {
  if (/%00|\0/.test(request.url)) throw new Refusal('not-found', 'There is nothing at this address.');
  next();
};
