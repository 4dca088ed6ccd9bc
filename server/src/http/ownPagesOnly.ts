/** What a browser may do with what we serve: run our own files, and talk to us. */
import type { RequestHandler } from 'express';
import helmet from 'helmet';

const YEAR_S = 31_536_000;

const security = (strictTransportSecurity: boolean) =>
  helmet({
    contentSecurityPolicy: {
      // All of it stands here: the package's own list lets in whatever comes over https.
      useDefaults: false,
      directives: {
        'default-src': ["'self'"],
        'base-uri': ["'none'"],
        'form-action': ["'self'"],
        'frame-ancestors': ["'none'"],
        'img-src': ["'self'", 'data:'],
        'object-src': ["'none'"],
        'script-src': ["'self'"],
        'script-src-attr': ["'none'"],
        // Styles are written by the app itself as it draws.
        'style-src': ["'self'", "'unsafe-inline'"],
        'worker-src': ["'self'"],
      },
    },
    frameguard: { action: 'deny' },
    referrerPolicy: { policy: 'no-referrer' },
    strictTransportSecurity: strictTransportSecurity && { maxAge: YEAR_S, includeSubDomains: false },
  });

/** Nothing of a device but its screen, its clipboard and its wake lock. */
const NOT_NEEDED = [
  'accelerometer',
  'camera',
  'display-capture',
  'geolocation',
  'gyroscope',
  'hid',
  'magnetometer',
  'microphone',
  'midi',
  'payment',
  'serial',
  'usb',
];
const PERMISSIONS = NOT_NEEDED.map((name) => `${name}=()`).join(', ');

/**
 * @param onlyTls whether a browser is told never to come without TLS again. Not where a machine vouches for itself: the next
 * evening it may be reached in another way, and a browser that insisted would be left without its server.
 */
export function ownPagesOnly(onlyTls: boolean): RequestHandler {
  const secured = security(onlyTls);
  return (request, response, next) => {
    response.set('permissions-policy', PERMISSIONS);
    secured(request, response, next);
  };
}
