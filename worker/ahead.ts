/** Works ahead: what may be asked for next is made while nothing else is to be done. */
import { type RunOptions, type Source, type Trail, runTrail } from '@/core/trail';
import { pause } from './pause';
import { Turns, unlessStopped } from './turns';

/** Where the last picture took more milliseconds than these to make, a guess would take too much. */
const brief = 250;
/** Milliseconds in which the thing itself may yet be asked for. */
const patience = 100;

/** The steps before the first that is about drawing: what they come to is kept under their digests, the rest is made anew each time. */
function undrawn({ steps }: Trail): Trail {
  const end = steps.findIndex(({ kind }) => kind === 'arrange' || kind === 'style');
  return { steps: end < 0 ? steps : steps.slice(0, end) };
}

export class Ahead {
  private readonly turns = new Turns<'ahead'>();
  private began = 0;
  private took = Infinity;

  /** A run begins: what is worked ahead gives way. */
  begin(): void {
    this.turns.end('ahead');
    this.began = performance.now();
    this.took = Infinity;
  }

  /** What the run comes to can be drawn. */
  sketched(): void {
    this.took = performance.now() - this.began;
  }

  /** Works into the cache; ends by itself, or when a run begins or something else is asked for. */
  async go(
    trails: readonly Trail[],
    sourceOf: (trail: Trail) => Promise<Source>,
    options: Pick<RunOptions, 'cache' | 'stopped'>,
  ): Promise<void> {
    const breathe = this.turns.begin('ahead');
    if (this.took > brief) return;
    const work = async (): Promise<void> => {
      await pause(patience);
      for (const trail of trails.map(undrawn)) {
        const source = await sourceOf(trail);
        await breathe();
        await runTrail(source, trail, { ...options, sketch: true, breathe: () => breathe() });
      }
    };
    try {
      await unlessStopped(work, undefined);
    } catch {
      // Nobody asked for it yet: if it is asked for, the run that does says what is wrong.
    }
  }
}
