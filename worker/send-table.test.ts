import type { RawTable } from '@/core/tables';
import { sendTable } from './send-table';

const table = {
  columns: ['from', 'to'].map((name) => ({ name, codes: Int32Array.of(0, 1), dictionary: ['Ann', 'Bo'] })),
  rows: 2,
} as unknown as RawTable;
jest.mock('@/core/intake', () => ({ rowLines: () => ['["Ann","Bo"]\n', '["Bo","Ann"]\n'] }));

/** A request that is answered by hand. */
class FakeRequest {
  static last: FakeRequest | undefined;
  upload: { onprogress?: (event: object) => void } = {};
  status = 0;
  response: unknown = null;
  asked: string[] = [];
  sent: Blob | undefined;
  aborted = false;
  onload?: () => void;
  onerror?: () => void;
  onabort?: () => void;
  constructor() {
    FakeRequest.last = this;
  }
  open(...asked: string[]): void {
    this.asked = asked;
  }
  setRequestHeader(): void {
    // The kind of the body is looked at by the server's own tests.
  }
  send(body: Blob): void {
    this.sent = body;
  }
  abort(): void {
    this.aborted = true;
    this.onabort?.();
  }
  answer(status: number, response: unknown): void {
    Object.assign(this, { status, response });
    this.onload?.();
  }
}
beforeEach(() => {
  FakeRequest.last = undefined;
  Object.assign(globalThis, { XMLHttpRequest: FakeRequest });
});
afterAll(() => {
  delete (globalThis as { XMLHttpRequest?: unknown }).XMLHttpRequest;
});

async function sending(stopped: () => boolean = () => false) {
  const shares: number[] = [];
  const done = sendTable('study', { name: 'letters' }, table, (share) => void shares.push(share), stopped);
  done.catch(() => undefined);
  for (let i = 0; i < 20 && !FakeRequest.last; i++) await Promise.resolve();
  return { done, shares, request: FakeRequest.last };
}

test('the head goes before the rows, and half of the work is sending', async () => {
  const { done, shares, request } = await sending();
  expect(request?.asked).toEqual(['POST', '/api/studies/study/tables']);
  expect(await request?.sent?.text()).toBe('{"name":"letters"}\n["Ann","Bo"]\n["Bo","Ann"]\n');
  request?.upload.onprogress?.({ lengthComputable: true, loaded: 30, total: 60 });
  expect(shares).toEqual([0.25]);
  request?.answer(201, { key: 'letters', rows: 2 });
  expect(await done).toEqual({ key: 'letters', rows: 2 });
});

test.each([
  [422, { detail: 'Two columns have the same name.' }, 'Two columns have the same name.'],
  [500, null, 'The table could not be stored. Try again.'],
])('an answer of %i is told in a sentence', async (status, response, sentence) => {
  const { done, request } = await sending();
  request?.answer(status, response);
  await expect(done).rejects.toThrow(sentence);
});

test('a server that is not there is told in a sentence', async () => {
  const { done, request } = await sending();
  request?.onerror?.();
  await expect(done).rejects.toThrow('The server could not be reached.');
});

test('a stop before anything is sent sends nothing', async () => {
  const { done, request } = await sending(() => true);
  await expect(done).rejects.toThrow('Stopped. Nothing was stored.');
  expect(request).toBeUndefined();
});
