/** What threads tell of their work is heard until the work is over, and not after it. */
import { hearing } from './hearing';

/** Work that tells of itself when it is told to, and answers when it is told to. */
function work() {
  let tell: (share: number) => void = () => undefined;
  let answer: (text: string) => void = () => undefined;
  let refuse: (fault: Error) => void = () => undefined;
  const heard: number[] = [];
  const asked = hearing(
    (share: number) => void heard.push(share),
    (given) => {
      tell = given;
      return new Promise<string>((resolve, reject) => {
        answer = resolve;
        refuse = reject;
      });
    },
  );
  return { heard, asked, tell: (share: number) => tell(share), answer: () => answer('done'), refuse };
}

test('news on the way is heard, news that comes after the answer is not', async () => {
  const { heard, asked, tell, answer } = work();
  tell(0.2);
  tell(0.4);
  answer();
  expect(await asked).toBe('done');
  tell(0.5);
  expect(heard).toEqual([0.2, 0.4]);
});

test('nor after work that failed', async () => {
  const { heard, asked, tell, refuse } = work();
  tell(0.2);
  refuse(new Error('no such column'));
  await expect(asked).rejects.toThrow('no such column');
  tell(0.5);
  expect(heard).toEqual([0.2]);
});
