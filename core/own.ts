/** What an object holds under a key that somebody wrote: never what every object has by itself, such as `constructor`. */
export const own = <T>(record: Readonly<Record<string, T>>, key: string): T | undefined =>
  // eslint-disable-next-line nunatak/own-keys -- this is it
  Object.hasOwn(record, key) ? record[key] : undefined;
