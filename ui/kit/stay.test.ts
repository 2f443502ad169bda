import { askToLeave, warnOnLeaving } from './stay';

/** A window that counts what would keep it open. */
function fakeWindow(): { leaves: () => boolean; asked: string[]; agree: boolean } {
  const target = new EventTarget();
  const state = {
    asked: [] as string[],
    agree: false,
    leaves: () => target.dispatchEvent(new Event('beforeunload', { cancelable: true })),
  };
  const confirm = (question: string): boolean => {
    state.asked.push(question);
    return state.agree;
  };
  (globalThis as { window?: unknown }).window = {
    addEventListener: target.addEventListener.bind(target),
    removeEventListener: target.removeEventListener.bind(target),
    confirm,
  };
  return state;
}

afterEach(() => {
  delete (globalThis as { window?: unknown }).window;
});

const click = (): Event => new Event('click', { cancelable: true });

test('closing the page asks only as long as something would be lost', () => {
  const browser = fakeWindow();
  expect(browser.leaves()).toBe(true);
  const release = warnOnLeaving('A table is being stored.');
  expect(browser.leaves()).toBe(false);
  release();
  expect(browser.leaves()).toBe(true);
});

test('a link within the application asks with the sentence, and is followed where the user agrees', () => {
  const browser = fakeWindow();
  const release = warnOnLeaving('A table is being stored.');
  const first = click();
  askToLeave(first);
  expect(first.defaultPrevented).toBe(true);
  expect(browser.asked).toEqual(['A table is being stored. Leave all the same?']);
  browser.agree = true;
  const second = click();
  askToLeave(second);
  expect(second.defaultPrevented).toBe(false);
  release();
  askToLeave(click());
  expect(browser.asked).toHaveLength(2);
});
