/** What was posted, in its order, and those who hear of it as it comes. */
import { type Follow, type Message, following } from '@/core/feed';
import type { Posted } from './notices';

export class Board {
  /** The newest are kept, so many of them. */
  private messages: Message[] = [];
  private last: number;
  private readonly heard = new Set<(message: Message) => void>();

  /** @param first The number before that of the first message. */
  constructor(
    first: number,
    private readonly kept = 400_000,
  ) {
    this.last = first;
  }

  get newest(): number {
    return this.last;
  }

  /** The number before that of the oldest message that is kept. */
  get oldest(): number {
    return this.messages.length ? this.messages[0].id - 1 : this.last;
  }

  post({ time, ...posted }: Posted, now: string): Message {
    const message = { ...posted, id: ++this.last, time: time ?? now };
    this.messages.push(message);
    if (this.messages.length > 1.1 * this.kept) this.messages = this.messages.slice(-this.kept);
    for (const hear of this.heard) hear(message);
    return message;
  }

  hear(heard: (message: Message) => void): () => void {
    this.heard.add(heard);
    return () => this.heard.delete(heard);
  }

  /** Of those that are followed after a number, at most so many; undefined where some of them are not kept any more. */
  after(id: number, follow: Follow, most = Infinity): { messages: Message[]; more: boolean } | undefined {
    if (id < this.oldest || id > this.last) return undefined;
    const passes = following(follow);
    const found: Message[] = [];
    // Numbers go up one by one.
    for (let i = id - this.oldest; i < this.messages.length; i++) {
      if (!passes(this.messages[i])) continue;
      if (found.length === most) return { messages: found, more: true };
      found.push(this.messages[i]);
    }
    return { messages: found, more: false };
  }
}
