import { misfitOfCall, mostOfCall } from './action-body';

const call = (body: string, headers: Record<string, string | null> = {}, method = 'POST'): Request => {
  const all = {
    'next-action': '40ab',
    'content-type': 'text/plain;charset=UTF-8',
    'content-length': `${body.length}`,
    ...headers,
  };
  const kept = Object.entries(all).filter((pair): pair is [string, string] => pair[1] !== null);
  return new Request('http://localhost/', { method, headers: kept, body });
};

test('pages are read, and calls of their actions are taken', async () => {
  expect(await misfitOfCall(new Request('http://localhost/'))).toBeUndefined();
  const taken = call('["Orrin Sound"]');
  expect(await misfitOfCall(taken)).toBeUndefined();
  // What was looked at can still be read.
  expect(await taken.text()).toBe('["Orrin Sound"]');
});

test.each([
  ['a change without an action', call('[]', { 'next-action': null }), 405],
  ['another method', call('[]', {}, 'PUT'), 405],
  ['a form', call('--q', { 'content-type': 'multipart/form-data; boundary=q' }), 415],
  ['another kind', call('[]', { 'content-type': 'application/json' }), 415],
  ['no length', call('[]', { 'content-length': null }), 411],
  ['a length that is none', call('[]', { 'content-length': 'many' }), 411],
  ['more than fits', call('[]', { 'content-length': `${mostOfCall + 1}` }), 413],
  ['no JSON', call('xxxx'), 400],
  ['nothing', call(''), 400],
])('%s is refused in a sentence', async (_name, request, status) => {
  const misfit = await misfitOfCall(request);
  expect(misfit?.status).toBe(status);
  expect(misfit?.sentence).toMatch(/^[A-Z].*\.$/);
});
