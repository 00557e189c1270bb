/** The headers by which browsers are told what a page may do. They are the same for every answer, so they are worked out once. */
import type { RequestHandler, Request, Response } from 'express';
import helmet from 'helmet';

/** @param secure whether pages come over TLS */
export function securityHeaders(secure: boolean): RequestHandler {
  const headers = new Map<string, string>();
  const noted = { setHeader: (name: string, value: string) => headers.set(name, value), removeHeader: () => undefined };
  helmet({
    contentSecurityPolicy: {
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'"],
        // nothing in the page writes styles into it: see web/strict-styles
        styleSrc: ["'self'"],
        fontSrc: ["'self'"],
        imgSrc: ["'self'", 'data:'],
        workerSrc: ["'self'"],
        connectSrc: ["'self'"],
        // a recording is played from the page's own memory
        mediaSrc: ["'self'", 'blob:'],
        objectSrc: ["'none'"],
        frameAncestors: ["'none'"],
        upgradeInsecureRequests: secure ? [] : null,
      },
    },
    strictTransportSecurity: secure,
  })({} as Request, noted as unknown as Response, (error?: unknown) => {
    if (error) throw error as Error;
  });
  return (_req, res, next) => {
    for (const [name, value] of headers) res.setHeader(name, value);
    next();
  };
}
