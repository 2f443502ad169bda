/** Frames of a clock that only moves when they are played. */
export interface FrameClock {
  now: number;
  /** Runs frames of 16 ms until nothing asks for another, or `most` are done; how many were. */
  play(most?: number): number;
}

export function frameClock(): FrameClock {
  const frames: ((now: number) => void)[] = [];
  const clock: FrameClock = {
    now: 0,
    play(most = 1000) {
      let played = 0;
      while (frames.length && played < most) {
        clock.now += 16;
        frames.shift()?.(clock.now);
        played++;
      }
      return played;
    },
  };
  jest.spyOn(performance, 'now').mockImplementation(() => clock.now);
  Object.assign(globalThis, {
    requestAnimationFrame: (frame: (at: number) => void) => frames.push(frame),
    cancelAnimationFrame: () => undefined,
  });
  return clock;
}
