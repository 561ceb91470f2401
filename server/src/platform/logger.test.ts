import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { logRequests, makeLogger } from './logger';

const logged = (what: object): string => {
  const lines: string[] = [];
  makeLogger('info', { write: (line: string) => void lines.push(line) }).info(what, 'x');
  return lines.join('');
};

test('a request is named and nothing of it is told', () => {
  const req = {
    id: 'r-1',
    method: 'POST',
    url: '/api/session?name=secret.csv',
    headers: { cookie: 'oak_gate_session=secret', authorization: 'secret' },
    body: { pin: 'secret' },
  };
  const line = logged({ req, res: { statusCode: 500, headers: { 'set-cookie': 'secret' } } });
  expect(JSON.parse(line)).toMatchObject({
    req: { id: 'r-1', method: 'POST', path: '/api/session' },
    res: { statusCode: 500 },
  });
  expect(line).not.toContain('secret');
});
test('an error says what kind it is and where it was thrown, and not what the database was asked with', () => {
  const cause = Object.assign(new Error('disk full'), { code: 'SQLITE_FULL' });
  const error = Object.assign(new Error('Failed query: select 1\nparams: secret', { cause }), {
    body: 'secret',
  });
  const line = logged({ err: error });
  expect(JSON.parse(line)).toMatchObject({
    err: { name: 'Error', message: 'Failed query: select 1', cause: { code: 'SQLITE_FULL' } },
  });
  expect(JSON.parse(line).err.at.length).toBeGreaterThan(2);
  expect(line).not.toContain('secret');
  expect(logged({ err: 'secret' })).not.toContain('secret');
});

test('the line of a request that failed holds nothing of what was sent, nor of what was answered', async () => {
  let tell = (_line: string): void => undefined;
  const written = new Promise<string>((told) => {
    tell = told;
  });
  const log = logRequests(makeLogger('trace', { write: (line: string) => tell(line) }));
  const server = createServer((req, res) => {
    log(req, res);
    res.writeHead(500, { 'set-cookie': 'oak_gate_session=secret' }).end('secret');
  }).listen(0, '127.0.0.1');
  await new Promise<void>((done) => server.once('listening', () => done()));
  const { port } = server.address() as AddressInfo;
  const headers = { cookie: 'oak_gate_session=secret', authorization: 'secret' };
  await fetch(`http://127.0.0.1:${port}/api/session?name=secret`, {
    method: 'POST',
    headers,
    body: 'secret',
  });
  const line = await written;
  server.close();
  expect(JSON.parse(line)).toMatchObject({
    level: 40,
    req: { method: 'POST', path: '/api/session', id: expect.stringMatching(/^[0-9a-f-]{36}$/) },
    res: { statusCode: 500 },
  });
  expect(line).not.toContain('secret');
});
