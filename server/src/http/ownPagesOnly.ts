/** What a browser may do with what we serve: run our own files, and talk to us. */
import type { RequestHandler } from 'express';
import helmet from 'helmet';

const security = helmet({
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
  // Plain HTTP on a venue's own network: a browser that insisted on more would be left without its server.
  strictTransportSecurity: false,
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

export const ownPagesOnly: RequestHandler = (request, response, next) => {
  response.set('permissions-policy', PERMISSIONS);
  security(request, response, next);
};
