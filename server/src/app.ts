/** The HTTP application: security headers, static files, the routes, live events, errors as problems. */
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { constants } from 'node:zlib';
import { fileURLToPath } from 'node:url';
import compression from 'compression';
import express, { type ErrorRequestHandler, type Express, type NextFunction, type Request, type Response } from 'express';
import type { Logger } from 'pino';
import type { z } from 'zod';
import { ADDRESSES, CLOCK_HEADER, screenCode, type EndpointName } from '@sapling/contract';
import { changing } from './db/held.js';
import { readBody, unstorable } from './http/body.js';
import { isClash, isDataError, safeError } from './http/safe-error.js';
import { accessOf, decide, type Access } from './access.js';
import { readSignIn } from './auth/sign-in.js';
import { holdAnswer } from './http/hold-answer.js';
import { jsonOf } from './http/json-in-pieces.js';
import { KeptAnswers, packed, sendPacked } from './http/kept-answers.js';
import { ProblemError } from './http/problem.js';
import { securityHeaders } from './http/security-headers.js';
import { JsonText, type Call, type Route, type Services } from './http/route.js';
import { uuidv7 } from './ids.js';
import { routes } from './routes.js';
import { schoolDay } from './settings/school-day.js';
import { TRY_PATH } from './try-it.js';

const WEB = fileURLToPath(new URL('../../web/dist', import.meta.url));
const NO_ACCESS: Omit<Access, 'actor'> = {
  today: '',
  classIds: new Set(),
  childIds: new Set(),
  runIds: new Set(),
  lentIds: new Set(),
  groupIds: new Set(),
  reachesSession: () => false,
};

export function createApp(services: Services, log: Logger): Express {
  const app = express();
  app.disable('x-powered-by');
  app.set('trust proxy', services.config.proxies);
  app.use(securityHeaders(services.config.secure));
  app.use(logRequests(log));
  // what the server answers is about people: nothing between keeps a copy
  app.use('/api', (_req, res, next) => {
    res.setHeader('cache-control', 'no-store');
    // a device whose own clock is wrong keeps the server's time
    res.setHeader(CLOCK_HEADER, Date.parse(services.now()));
    next();
  });
  app.get('/api/events', (req, res, next) => {
    void (async () => {
      const signedIn = await readSignIn(services.db, req, services.now());
      if (!signedIn) throw new ProblemError('not-signed-in');
      services.live.listen(signedIn, res);
    })().catch(next);
  });
  // a child's screen knows a code and nothing else; who joins again with the right one is never slowed down
  app.get('/api/screens/:code/events', (req, res, next) => {
    void (async () => {
      const who = req.ip ?? '';
      await services.tries.screens.take(who);
      const code = screenCode.safeParse(String(req.params.code).toUpperCase());
      if (!code.success || !services.screens.listen(code.data, res))
        throw new ProblemError('not-found', { detail: 'No screen has this code now.' });
      await services.tries.screens.giveBack(who);
    })().catch(next);
  });
  const { tryIt } = services;
  app.use(`${TRY_PATH}/api`, (req, res, next) => {
    void (async () => {
      if (!tryIt) throw new ProblemError('unknown-address');
      // made-up children too are for colleagues: nobody else writes on this machine
      if (!(await readSignIn(services.db, req, services.now()))) throw new ProblemError('not-signed-in');
      await tryIt.pass(req, res);
    })().catch(next);
  });
  // packed as it is sent: a higher level takes three times as long for a tenth less
  const compress = compression({ level: 2, brotli: { params: { [constants.BROTLI_PARAM_QUALITY]: 2 } } });
  // a mark is answered in a line, with every card
  app.use((req, res, next) => (req.path === ADDRESSES.sendOutbox[1] ? next() : compress(req, res, next)));
  const kept = new KeptAnswers();
  services.changes.onWrite = () => kept.clear();
  // the router goes through them in turn
  for (const route of [...routes].sort((a, b) => Number(b.about.often ?? false) - Number(a.about.often ?? false)))
    mount(app, route, services, kept);
  app.use('/api', (_req, _res, next) => next(new ProblemError('unknown-address')));
  serveWeb(app);
  app.use(sendProblem(log));
  return app;
}

const MARK_ENTRIES = new Set(['observation', 'withdrawal', 'check', 'finish', 'reading', 'reading step']);
/** Whether a write holds marks, checks and readings and nothing else. */
const onlyMarks = (name: EndpointName, body: unknown): boolean =>
  name === 'sendOutbox' && (body as { entries: { type?: unknown }[] }).entries.every(({ type }) => MARK_ENTRIES.has(String(type)));

function mount(app: Express, route: Route, services: Services, kept: KeptAnswers): void {
  const method = route.endpoint.method.toLowerCase() as 'get' | 'post' | 'put' | 'patch' | 'delete';
  const { about } = route;
  const marksCount = about.restsOn !== 'all but marks';
  app[method](route.endpoint.path, (req: Request, res: Response, next: NextFunction) => {
    void (async () => {
      if (method !== 'get') refuseForeign(req);
      const signedIn = await readSignIn(services.db, req, services.now());
      if (!route.open) {
        if (!signedIn) throw new ProblemError('not-signed-in');
        if (method !== 'get' && req.headers['x-csrf-token'] !== signedIn.csrf) throw new ProblemError('forged-request');
      }
      const params = parse(route.endpoint.params, req.params, 'address');
      const query = parse(route.endpoint.query, req.query, 'address');
      await about.before?.({ ...services, req });
      const takesBody = method !== 'get' && method !== 'delete';
      if (takesBody) await readBody(about, req, res);
      const body = takesBody ? parse(route.endpoint.body, req.body ?? {}, 'body', route.name !== 'sendOutbox') : {};
      const input = { params, query, body };
      const need = route.guard(input);
      const access = signedIn
        ? await accessOf(services.db, signedIn.colleague, await schoolDay(services.db, services.now()))
        : ({ ...NO_ACCESS, actor: { id: '', role: 'tutor' } } satisfies Access);
      await decide(services.db, access, need);
      const stamp =
        method === 'get' && signedIn && about.restsOn !== 'more than is written'
          ? services.changes.stamp(signedIn.colleague.id, access.today, marksCount)
          : undefined;
      const same = stamp !== undefined && req.headers['if-none-match'] === stamp;
      const call = { ...services, ...input, req, res, signedIn, me: signedIn?.colleague, access } as unknown as Call<never>;
      const wrote = onlyMarks(route.name, body) ? 'marks' : 'anything';
      if (method !== 'get') services.changes.raise(wrote);
      const keeps = stamp !== undefined && !same && about.kept === true;
      const work = async (): Promise<unknown> => {
        const answer = await (method === 'get' || about.keepsReach === true
          ? route.handle(call as never)
          : changing(services.db, () => route.handle(call as never)));
        // a recording or a file has answered already
        if (services.config.holdAnswers && !res.headersSent) holdAnswer(route, answer);
        return answer;
      };
      const bytes = keeps
        ? await kept.of(
            `${signedIn!.colleague.id} ${req.originalUrl}`,
            stamp,
            async () => packed(await jsonOf(await work())),
            // what was written while it was put together is not in it
            () => stamp === services.changes.stamp(signedIn!.colleague.id, access.today, marksCount),
          )
        : undefined;
      const result = same || keeps ? undefined : await work().finally(() => method !== 'get' && services.changes.raise(wrote));
      // what a second screen shows changes with every card and is about nobody
      if (signedIn && route.name !== 'showScreen' && (method !== 'get' || need.action.startsWith('read')))
        services.trail.note({
          id: uuidv7(),
          at: services.now(),
          by: signedIn.colleague.id,
          action: route.name,
          subject: Object.values(input.params as object)[0] as string | undefined,
        });
      // a recording has answered with its sound already
      if (res.headersSent) return;
      if (stamp !== undefined) res.setHeader('etag', stamp);
      if (same) res.status(304).end();
      else if (bytes !== undefined) await sendPacked(req, res, bytes);
      else if (result instanceof JsonText || Array.isArray(result)) res.type('json').send(await jsonOf(result));
      else res.json(result);
    })().catch(next);
  });
}

/** `whole`: every text in it can be kept; a list of records is held against that one by one. */
function parse(schema: z.ZodType, value: unknown, where: string, whole = true): unknown {
  const bad = whole ? unstorable(value) : undefined;
  if (bad !== undefined)
    throw new ProblemError('bad-input', { errors: [{ path: bad, message: 'This text holds a character that cannot be kept.' }] });
  const parsed = schema.safeParse(value);
  if (parsed.success) return parsed.data;
  throw new ProblemError('bad-input', {
    errors: parsed.error.issues.slice(0, 20).map((i) => ({ path: i.path.join('.') || where, message: i.message })),
  });
}

/** A write must come from our own pages: same origin, and JSON (which another site cannot send unasked). Its token is checked with the sign-in. */
function refuseForeign(req: Request): void {
  const { origin, host } = req.headers;
  if (origin !== undefined && (!URL.canParse(origin) || new URL(origin).host !== host)) throw new ProblemError('forged-request');
  const site = req.headers['sec-fetch-site'];
  if (site !== undefined && site !== 'same-origin' && site !== 'none') throw new ProblemError('forged-request');
  if (req.method !== 'DELETE' && !req.is('application/json')) throw new ProblemError('forged-request');
}

/** Method, route, status and time. No names, no bodies, no query: children are never in a log. */
function logRequests(log: Logger) {
  return (req: Request, res: Response, next: NextFunction): void => {
    const began = performance.now();
    res.on('finish', () => {
      if (req.path.startsWith('/api'))
        log.info(
          {
            method: req.method,
            path: (req.route as { path?: string } | undefined)?.path ?? req.path,
            status: res.statusCode,
            ms: Math.round(performance.now() - began),
          },
          'request',
        );
    });
    next();
  };
}

function serveWeb(app: Express): void {
  if (!existsSync(join(WEB, 'index.html'))) {
    app.get('/', (_req, res) => void res.type('text').send('The interface is not built yet. Run: npm run build'));
    return;
  }
  app.use('/assets', express.static(join(WEB, 'assets'), { immutable: true, maxAge: '1y' }));
  app.use(express.static(WEB, { index: false, setHeaders: (res) => void res.setHeader('cache-control', 'no-cache') }));
  app.get(/^\/(?!(try\/)?api\/).*/, (req, res, next) => {
    // a missing file is missing; only addresses of the interface get the page
    if (/\.[a-z0-9]+$/i.test(req.path)) return next(new ProblemError('unknown-address'));
    res.setHeader('cache-control', 'no-cache');
    res.sendFile(join(WEB, 'index.html'));
  });
}

function sendProblem(log: Logger): ErrorRequestHandler {
  return (error: unknown, req, res, _next) => {
    let refusal: ProblemError;
    if (error instanceof ProblemError) refusal = error;
    else if (statusOf(error) === 413) refusal = new ProblemError('too-large');
    else if ((error as { type?: string }).type === 'entity.parse.failed')
      refusal = new ProblemError('bad-input', { detail: 'The request is not readable JSON.' });
    else if (statusOf(error) >= 400 && statusOf(error) < 500)
      refusal = new ProblemError('bad-input', { detail: 'The request is not readable.' });
    else if (isDataError(error)) refusal = new ProblemError('bad-input', { detail: 'Something in this does not fit what is kept.' });
    else if (isClash(error))
      refusal = new ProblemError('busy', { detail: 'Somebody else did something at the very same moment. Nothing was saved; try again.' });
    else {
      log.error({ err: safeError(error), path: (req.route as { path?: string } | undefined)?.path }, 'failed');
      refusal = new ProblemError('server-error');
    }
    if (res.headersSent) return void res.end();
    res.status(refusal.status).type('application/problem+json').send(JSON.stringify(refusal.toProblem()));
  };
}

/** What Express and its readers of bodies call for: a broken address, an unknown character set, too much. */
const statusOf = (error: unknown): number => Number((error as { status?: unknown }).status ?? 0) || 0;
