/** Ends in a task of its own: what waited to be done or drawn is not held up by what comes next. */
export const nextTask = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 0));
