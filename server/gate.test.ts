import { hostsFrom, refusal } from './gate';

const asked = (method: string, headers: Record<string, string | undefined>): Parameters<typeof refusal>[0] => ({
  method,
  headers: new Headers(JSON.parse(JSON.stringify(headers)) as Record<string, string>),
});

test.each(['localhost', 'localhost:3000', '127.0.0.1:4101', '[::1]:3000', 'LOCALHOST:3000'])(
  '%s is this machine',
  (host) => {
    expect(refusal(asked('GET', { host }))).toBeUndefined();
  },
);

test.each(['evil.example', 'localhost.evil.example', '127.0.0.1.evil.example:3000', '10.0.0.7', ''])(
  'the name “%s” is not this server’s',
  (host) => {
    expect(refusal(asked('GET', { host }))).toMatch(/does not go by the name/);
  },
);

test('names of its own are set', () => {
  const hosts = hostsFrom('maps.example.org, Notes.Example ,');
  expect(refusal(asked('GET', { host: 'maps.example.org:8080' }), hosts)).toBeUndefined();
  expect(refusal(asked('GET', { host: 'notes.example' }), hosts)).toBeUndefined();
  expect(refusal(asked('GET', { host: 'localhost' }), hosts)).toBeUndefined();
  expect(refusal(asked('GET', { host: 'example.org' }), hosts)).toBeDefined();
});

const host = 'localhost:3000';

test.each([{}, { 'sec-fetch-site': 'same-origin' }, { 'sec-fetch-site': 'none' }, { origin: 'http://localhost:3000' }])(
  'a change by our own pages or by a program is let in: %j',
  (headers) => {
    for (const method of ['POST', 'PUT', 'DELETE'])
      expect(refusal(asked(method, { host, ...headers }))).toBeUndefined();
  },
);

test.each([
  { 'sec-fetch-site': 'cross-site' },
  { 'sec-fetch-site': 'same-site' },
  { origin: 'http://evil.example' },
  { origin: 'http://localhost:3001' },
  { origin: 'null' },
  { origin: 'http://localhost:3000', 'sec-fetch-site': 'cross-site' },
])('a change that another site asks for is not: %j', (headers) => {
  for (const method of ['POST', 'PUT', 'DELETE', 'PATCH'])
    expect(refusal(asked(method, { host, ...headers }))).toMatch(/another site/);
  expect(refusal(asked('GET', { host, ...headers }))).toBeUndefined();
});
