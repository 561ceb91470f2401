import { makeLogger } from './logger';

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
