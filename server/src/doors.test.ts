import { randomUUID } from 'node:crypto';
import { request } from 'node:http';
import { jobCommand, schemaOfJobEvent } from '@oak-gate/contract';
import { ROLES, verifyChain } from '@oak-gate/core';
import type { Envelope, HashedEntry } from '@oak-gate/core';
import { PIN, Shop, SKIRT } from '../test/shop';
import type { Tablet } from '../test/shop';
import { createApp } from './app';
import { accessOf, ROUTES } from './people/access';

jest.setTimeout(120_000);
let shop: Shop;
let jobId: string;
const tablets = new Map<string, Tablet>();
beforeAll(async () => {
  shop = await (await new Shop().open()).furnish();
  ({ jobId } = await shop.readyJob());
  const teo = await shop.as('teo');
  for (const role of ROLES) {
    const { id } = await shop.join(teo, `Only ${role}`, [role]);
    tablets.set(role, await shop.as(id));
  }
});
afterAll(() => shop.remove());

const routes = Object.entries(ROUTES).map(([route, access]) => {
  const [method = '', path = ''] = route.split(' ');
  return { route, method, path: `/api${path}`, access };
});
/** An address of a route, with something in the place of each of its parameters. */
const filled = (path: string, value: string): string => path.replaceAll(/:\w+/g, encodeURIComponent(value));
const ask = (tablet: Tablet, method: string, path: string, body?: string, headers: object = {}) =>
  tablet.send(path, {
    method,
    ...(method === 'GET' ? {} : { body: body ?? '{}' }),
    headers: { 'content-type': 'application/json', ...headers },
  });

describe('every route stands in the one table', () => {
  interface Layer {
    readonly route?: { readonly methods: Readonly<Record<string, boolean>>; readonly path: string };
    readonly handle: { readonly stack?: readonly Layer[] };
  }
  const registered = (layers: readonly Layer[]): number =>
    layers.reduce(
      (so, { route, handle }) =>
        so + (route === undefined ? registered(handle.stack ?? []) : Object.keys(route.methods).length),
      0,
    );
  test('there are as many as the application has', () => {
    const app = createApp(shop.services) as unknown as { router: { stack: readonly Layer[] } };
    expect(registered(app.router.stack)).toBe(routes.length);
  });
  test.each(routes.filter(({ access }) => access !== 'anyone'))(
    '$route: refused to who is not signed in and to every role that may not',
    async ({ method, path, access }) => {
      const nobody = await ask(shop.tablet(), method, filled(path, 'x'));
      expect([nobody.status, nobody.body.code]).toEqual([401, 'NOT_SIGNED_IN']);
      for (const role of ROLES) {
        const answer = await ask(tablets.get(role)!, method, filled(path, 'x'));
        const may = typeof access === 'string' || access.needs.includes(role);
        expect([role, answer.status === 403 && answer.body.code === 'MAY_NOT']).toEqual([role, !may]);
        // It is there: whoever may use it is not told that there is no such place.
        const isThere = answer.body.code !== 'NOT_FOUND' || answer.body.where !== filled(path, 'x');
        expect([role, isThere]).toEqual([role, true]);
      }
    },
  );
  test.each(['/api/people/', '/api/PEOPLE', '/api//people', '/api/people/change/x', '/api/nothing'])(
    '%s is no door',
    async (path) => {
      expect((await ask(tablets.get('manager')!, 'POST', path)).status).toBe(404);
    },
  );
  test('of two routes that fit, the one that names more of it', () => {
    expect(accessOf('GET', '/library/revisions/makers')).toBe('signedIn');
    expect(accessOf('HEAD', '/floor')).toBe('signedIn');
    expect(accessOf('PATCH', '/floor')).toBeUndefined();
  });
});

describe('what changes something is asked by a page of this server, or by no page', () => {
  const own = (): string => shop.base.replace('http://', '');
  const from = (headers: Readonly<Record<string, string>>) =>
    ask(tablets.get('technician')!, 'POST', `/api/jobs/${jobId}/commands`, '{}', headers);
  test.each<[string, () => Readonly<Record<string, string>>, number]>([
    ['this server', () => ({ origin: shop.base, 'sec-fetch-site': 'same-origin' }), 400],
    ['a program that is no browser', () => ({}), 400],
    ['another site', () => ({ origin: 'https://harbour.example', 'sec-fetch-site': 'cross-site' }), 403],
    [
      'another port of this machine',
      () => ({ origin: 'http://127.0.0.1:1', 'sec-fetch-site': 'same-site' }),
      403,
    ],
    ['another port, by a browser that says only the origin', () => ({ origin: 'http://127.0.0.1:1' }), 403],
    ['a page without an origin', () => ({ origin: 'null' }), 403],
    ['a bookmark or a form without one', () => ({ 'sec-fetch-site': 'none' }), 403],
    ['an origin that only begins like ours', () => ({ origin: `http://${own()}.example` }), 403],
  ])('%s', async (_from, headers, status) => {
    expect((await from(headers())).status).toBe(status);
  });
  test.each<[string, number]>([
    ['application/json', 400],
    ['application/json; charset=utf-8', 400],
    ['text/plain', 415],
    ['application/x-www-form-urlencoded', 415],
    ['multipart/form-data; boundary=x', 415],
    ['application/json; charset=utf-16', 415],
    ['application/jsonp', 415],
    ['text/csv', 415],
  ])('a body that says it is %s', async (type, status) => {
    expect((await from({ 'content-type': type })).status).toBe(status);
  });

  test('every answer says to the browser what it may not do with it', async () => {
    const { headers } = await fetch(`${shop.base}/api/session`);
    const policy = (headers.get('content-security-policy') ?? '').split(';').sort();
    expect(policy.map((each) => each.replace(/nonce-[^']+/, 'nonce'))).toEqual([
      "base-uri 'self'",
      "connect-src 'self'",
      "default-src 'none'",
      "font-src 'self'",
      "form-action 'self'",
      "frame-ancestors 'none'",
      "img-src 'self' data:",
      "script-src 'self'",
      "style-src 'self' 'nonce'",
      "worker-src 'self'",
    ]);
    expect(
      ['x-content-type-options', 'x-frame-options', 'referrer-policy', 'cache-control', 'x-powered-by'].map(
        (name) => headers.get(name),
      ),
    ).toEqual(['nosniff', 'SAMEORIGIN', 'no-referrer', 'no-store', null]);
  });
  /** Node's own client sets Host itself where fetch does. */
  const asked = (host: string): Promise<number | undefined> =>
    new Promise((done, failed) => {
      const { hostname, port } = new URL(shop.base);
      request({ hostname, port, path: '/api/session', headers: { host } }, (answer) => {
        answer.resume();
        done(answer.statusCode);
      })
        .on('error', failed)
        .end();
    });
  test.each<[string, number]>([
    ['127.0.0.1', 200],
    ['localhost:4310', 200],
    ['[::1]:4310', 200],
    ['192.168.7.20:4310', 200],
    ['harbour.example', 421],
    ['127.0.0.1.harbour.example', 421],
    ['127.0.0.1/x', 421],
  ])('asked for in the name of "%s"', async (host, status) => {
    expect(await asked(host)).toBe(status);
  });
});

test.each<[string, RegExp]>([
  ['{"a":"\\ud800"}', /half a character/],
  ['{"a":[{"\\udc00":1}]}', /half a character/],
  ['{"a":{"__proto__":1}}', /__proto__/],
])('the body %s is refused while it is read', async (body, said) => {
  const answer = await ask(tablets.get('technician')!, 'POST', `/api/jobs/${jobId}/commands`, body);
  expect([answer.status, answer.body.code]).toEqual([400, 'BODY_WRONG']);
  expect(JSON.stringify(answer.body)).toMatch(said);
});

describe('behind a proxy that speaks HTTPS', () => {
  const signedIn = async (behind: string | undefined, headers: Readonly<Record<string, string>>) => {
    const other = await (await new Shop().open(undefined, behind)).furnish();
    const { headers: said } = await fetch(`${other.base}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', ...headers },
      body: JSON.stringify({ person: 'ivo', pin: PIN }),
    });
    await other.remove();
    return [/; Secure/i.test(said.get('set-cookie') ?? ''), said.has('strict-transport-security')];
  };
  test.each<[string, string | undefined, Readonly<Record<string, string>>, boolean]>([
    ['which is named, and came by HTTPS', '127.0.0.1', { 'x-forwarded-proto': 'https' }, true],
    ['which is named, and came by HTTP', '127.0.0.1', { 'x-forwarded-proto': 'http' }, false],
    ['which is not named', undefined, { 'x-forwarded-proto': 'https' }, false],
    ['which is another one than is named', '10.0.0.9', { 'x-forwarded-proto': 'https' }, false],
  ])('%s: the cookie and the browser are bound to HTTPS, or not', async (_, behind, headers, bound) => {
    expect(await signedIn(behind, headers)).toEqual([bound, bound]);
  });
});

describe('whatever is sent: a word about it, and nothing of it in a ledger', () => {
  const NASTY: readonly unknown[] = [
    'constructor',
    '__proto__',
    'toString',
    '',
    ' ',
    '\u0000',
    '../../etc/passwd',
    '<script>',
    "'; DROP TABLE entry; --",
    'a'.repeat(5000),
    '\u{1F527}',
    null,
    true,
    -1,
    1e308,
    [],
    {},
    [[[]]],
    { type: 'x' },
    SKIRT,
    `ring${SKIRT.slice(SKIRT.indexOf('@'))}#1`,
  ];
  // The same walk through the values each time.
  let step = 1;
  const nasty = (): unknown => {
    step = (step * 48_271) % 2_147_483_647;
    return NASTY[step % NASTY.length];
  };
  const raw: readonly [string, string][] = [
    ['half a character', '{"id":"\\ud800"}'],
    ['half a character as a key', '{"\\udc00":1}'],
    ['a key that reaches into the program', '{"__proto__":{"id":1}}'],
    ['a number', '7'],
    ['nothing', 'null'],
    ['a text', '"x"'],
    ['a list', '[]'],
    ['what is cut off', '{"a":'],
    ['ten thousand lists', `${'['.repeat(10_000)}${']'.repeat(10_000)}`],
  ];
  const chains = async (): Promise<readonly (readonly [string, readonly HashedEntry[]])[]> =>
    Promise.all(
      [`job:${jobId}`, 'people', 'library', 'instruments'].map(
        async (chain) => [chain, await shop.services.ledger.entries(chain)] as const,
      ),
    );
  afterAll(async () => {
    for (const [chain, entries] of await chains()) {
      expect([chain, verifyChain({ entries })]).toEqual([chain, { intact: true, length: entries.length }]);
      if (!chain.startsWith('job:')) continue;
      for (const { entry } of entries as readonly { entry: Envelope }[])
        expect(schemaOfJobEvent(entry.type, entry.v)?.safeParse(entry.data).error).toBeUndefined();
    }
  });
  const isAnswered = (what: string, { status, body }: { status: number; body: { title?: string } }): void => {
    expect([what, status < 500, status < 400 || typeof body.title === 'string']).toEqual([what, true, true]);
  };

  test.each(routes.filter(({ route }) => route !== 'DELETE /session' && route !== 'POST /setup'))(
    '$route: strange addresses and bodies',
    async ({ method, path }) => {
      for (const role of ['steward', 'manager'] as const) {
        const tablet = tablets.get(role)!;
        for (const value of NASTY.filter((each) => typeof each === 'string' && each !== '')) {
          const at = filled(path, value as string).slice(0, 6000);
          isAnswered(
            at.slice(0, 80),
            await ask(tablet, method, at, JSON.stringify({ id: nasty(), a: nasty() })),
          );
        }
        for (const bad of ['%ff', '%', '%E0%A4', '%00'])
          isAnswered(bad, await ask(tablet, method, path.replaceAll(/:\w+/g, bad)));
        if (method === 'GET') continue;
        for (const [what, body] of raw) isAnswered(what, await ask(tablet, method, filled(path, 'x'), body));
      }
    },
  );
  test('every command of a job, with strange things in every field', async () => {
    const kinds = jobCommand.options.map(({ shape }) => shape as Readonly<Record<string, unknown>>);
    expect(kinds.length).toBeGreaterThan(25);
    for (const role of ['technician', 'inspector', 'releaser'] as const) {
      for (const shape of kinds) {
        const { value: type } = shape['type'] as { value: string };
        for (let turn = 0; turn < 6; turn++) {
          const fields = Object.fromEntries(Object.keys(shape).map((field) => [field, nasty()]));
          const body = JSON.stringify({ id: randomUUID(), command: { ...fields, type }, pin: PIN });
          isAnswered(type, await ask(tablets.get(role)!, 'POST', `/api/jobs/${jobId}/commands`, body));
        }
      }
    }
  });
  test('a body that ends in the middle', async () => {
    const { hostname, port } = new URL(shop.base);
    await new Promise<void>((done) => {
      const broken = request({
        hostname,
        port,
        method: 'POST',
        path: '/api/session',
        headers: { 'content-type': 'application/json', 'content-length': '400' },
      });
      broken.on('error', () => done());
      broken.write('{"person":');
      setTimeout(() => broken.destroy(), 50);
    });
    expect((await shop.tablet().get('/api/session')).status).toBe(200);
  });
});
