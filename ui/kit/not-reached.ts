/** What stands for the server's answer where there was none. */
export const notReached = () => ({ ok: false as const, fault: 'The server is not reached. Try again shortly.' });
