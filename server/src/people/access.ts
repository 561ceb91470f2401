import type { Role } from '@oak-gate/core';
import { holdsOneOf } from '@oak-gate/core';
import type { RequestHandler } from 'express';
import { ProblemError } from '../platform/problem-error';
import type { SignIn } from '../platform/event-stream';
import type { Sessions } from './sessions';

/**
 * Who may knock at a door: anyone, whoever is signed in (with a PIN of his own, or even with one that a manager set), or who
 * holds one of these roles.
 */
export type Access =
  'anyone' | 'signedIn' | 'signedInAnyhow' | { readonly action: string; readonly needs: readonly Role[] };

const people: Access = { action: 'change who is in the shop', needs: ['manager'] };
const clock: Access = { action: 'confirm the clock', needs: ['manager'] };
const key: Access = { action: "change the shop's key", needs: ['manager'] };
const library: Access = { action: 'keep the library', needs: ['steward'] };
const check: Access = {
  action: 'check a document or a model',
  needs: ['steward', 'inspector', 'technician'],
};
const noting: Access = {
  action: 'note what is said of a check',
  needs: ['steward', 'inspector', 'technician'],
};
const opening: Access = { action: 'open a job', needs: ['technician', 'inspector'] };
const instruments: Access = { action: 'keep the instruments', needs: ['steward', 'manager'] };

/**
 * Every route of the API and who may use it. What is not here is not there: the check is made from this table alone, before
 * a body is read. What a command may do beyond that is decided in core.
 */
export const ROUTES: Readonly<Record<string, Access>> = {
  'GET /session': 'anyone',
  'POST /session': 'anyone',
  'DELETE /session': 'anyone',
  'POST /session/pin': 'signedInAnyhow',
  'POST /setup': 'anyone',

  'POST /people': people,
  'POST /people/change': people,
  'POST /shop/key': key,
  'POST /shop/clock': clock,
  'POST /shop/policy': people,
  'POST /shop/unit': people,
  'POST /shop/zone': people,

  'GET /floor': 'signedIn',
  'GET /engines': 'signedIn',

  'POST /jobs': opening,
  'GET /jobs/:jobId/entries': 'signedIn',
  'GET /jobs/:jobId/news': 'signedIn',
  'GET /jobs/:jobId/earlier': 'signedIn',
  'GET /jobs/:jobId/stream': 'signedIn',
  'GET /jobs/:jobId/record.json': 'signedIn',
  'GET /jobs/:jobId/record.zip': 'signedIn',
  'GET /jobs/:jobId/record.pdf': 'signedIn',
  'GET /jobs/:jobId/sheets.csv': 'signedIn',
  'GET /jobs/:jobId/worksheet.pdf': 'signedIn',
  'GET /jobs/:jobId/slips.pdf': 'signedIn',
  'GET /jobs/:jobId/tags.pdf': 'signedIn',
  'POST /jobs/:jobId/commands': 'signedIn',
  'POST /jobs/:jobId/photographs': 'signedIn',
  'GET /jobs/:jobId/photographs/:sha256': 'signedIn',
  'POST /jobs/:jobId/papers': 'signedIn',
  'GET /jobs/:jobId/papers/:sha256': 'signedIn',

  'GET /instruments': 'signedIn',
  'POST /instruments': instruments,
  'POST /instruments/checks': instruments,
  'POST /instruments/changes': instruments,

  'GET /library': 'signedIn',
  'GET /library/search': 'signedIn',
  'GET /library/governs': 'signedIn',
  'GET /library/models/:id': 'signedIn',
  'GET /library/models/:id/file': 'signedIn',
  'GET /library/models/:id/versions': 'signedIn',
  'GET /library/routes': 'signedIn',
  'POST /library/routes': library,
  'POST /library/routes/put-away': library,
  'GET /library/samples': 'signedIn',
  'GET /library/samples/models/:id': 'signedIn',
  'POST /library/samples/documents/:id/take': library,
  'POST /library/models': library,
  'POST /library/models/new': library,
  'POST /library/models/:id/draft': library,
  'POST /library/models/:id/draft/drop': library,
  'POST /library/models/:id/check': check,
  'POST /library/models/:id/publish': library,
  'POST /library/characteristics': library,
  'POST /library/characteristics/second-look': library,
  'POST /library/characteristics/notes': noting,
  'POST /library/characteristics/notes/taken-back': noting,
  'GET /library/characteristics/:id/notes': 'signedIn',
  'POST /library/judging': library,
  'POST /library/characteristics/temperatures': library,
  'POST /library/orders': library,
  'GET /library/imports': 'signedIn',
  'POST /library/imports': library,
  'GET /library/imports/:id': 'signedIn',
  'GET /library/imports/:id/stream': 'signedIn',
  'DELETE /library/imports/:id': library,
  'GET /library/revisions/makers': 'signedIn',
  'POST /library/revisions': library,
  'GET /library/revisions/:id': 'signedIn',
  'PUT /library/revisions/:id': library,
  'POST /library/revisions/:id/rows': library,
  'PUT /library/revisions/:id/rows': library,
  'POST /library/revisions/:id/table': library,
  'POST /library/revisions/:id/table/:upload/read': library,
  'POST /library/revisions/:id/table/:upload/take': library,
  'POST /library/revisions/:id/files': library,
  'GET /library/revisions/:id/files/:sha256': 'signedIn',
  'POST /library/revisions/:id/check': check,
  'POST /library/revisions/:id/publish': library,
  'POST /library/revisions/:id/withdraw': library,
  'POST /library/revisions/:id/drop': library,
  'GET /library/revisions/:id/used': 'signedIn',
  'GET /library/revisions/:id/export': 'signedIn',
};

const doors = Object.entries(ROUTES).map(([route, access]) => {
  const [method = '', path = ''] = route.split(' ');
  return { method, steps: path.split('/'), access };
});
const isParameter = (step: string): boolean => step.startsWith(':');

/** The rule for a request: of two routes that fit, the one that names more of it. */
export function accessOf(method: string, path: string): Access | undefined {
  const asked = path.split('/');
  const fitting = doors.filter(
    (door) =>
      door.method === (method === 'HEAD' ? 'GET' : method) &&
      door.steps.length === asked.length &&
      door.steps.every((step, i) => (isParameter(step) ? asked[i] !== '' : step === asked[i])),
  );
  const parameters = (steps: readonly string[]): number => steps.filter(isParameter).length;
  return fitting.sort((a, b) => parameters(a.steps) - parameters(b.steps))[0]?.access;
}

/**
 * Lets a request through to its route, with the person behind it where `actorOf` finds it.
 * @throws ProblemError NOT_FOUND, NOT_SIGNED_IN, PIN_TO_CHOOSE, MAY_NOT
 */
export const guardRoutes =
  (sessions: Sessions): RequestHandler =>
  async (req, res, next) => {
    const access = accessOf(req.method, req.path);
    if (access === undefined) throw ProblemError.of('NOT_FOUND', { path: req.originalUrl.slice(0, 200) });
    if (access !== 'anyone') {
      const person = await sessions.personOf(req);
      if (person === undefined) throw ProblemError.of('NOT_SIGNED_IN', {});
      if (access !== 'signedInAnyhow' && (await sessions.hasPinToChoose(person.id)))
        throw ProblemError.of('PIN_TO_CHOOSE', { person: person.name });
      if (typeof access === 'object' && !holdsOneOf(person, access.needs))
        throw ProblemError.of('MAY_NOT', { ...access, person: person.name });
      res.locals['actor'] = person;
      res.locals['signIn'] = {
        holds: async () => (await sessions.personOf(req)) !== undefined,
        untilEnd: (end) => sessions.untilEnd(req, person.id, end),
      } satisfies SignIn;
    }
    next();
  };
