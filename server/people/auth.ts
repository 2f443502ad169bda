/** Sessions and passwords, by better-auth on our database: what it keeps is in `person`, `session`, `account` and `verification`. */
import { randomBytes } from 'node:crypto';
import { betterAuth } from 'better-auth/minimal';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { nextCookies } from 'better-auth/next-js';
import { drizzle } from 'drizzle-orm/node-postgres';
import { eq } from 'drizzle-orm';
import { account, database, person, pool, session, setting, verification } from '@/server/db';

const day = 24 * 60 * 60;
/** Seconds that a session lasts, and after which using it makes it last anew. */
const lasts = 14 * day;
const renewed = day;

export const shortest = 12;
export const longest = 128;

/** What cookies are signed with: `NUNATAK_SECRET`, or one that the processes on a database share. */
async function secret(): Promise<string> {
  if (process.env.NUNATAK_SECRET) return process.env.NUNATAK_SECRET;
  await database()
    .insert(setting)
    .values({ key: 'secret', value: randomBytes(32).toString('base64url') })
    .onConflictDoNothing();
  const [found] = await database().select().from(setting).where(eq(setting.key, 'secret'));
  return found.value;
}

const made = (key: string) =>
  betterAuth({
    secret: key,
    baseURL: process.env.NUNATAK_ORIGIN ?? 'http://127.0.0.1',
    database: drizzleAdapter(drizzle(pool()), {
      provider: 'pg',
      schema: { person, session, account, verification },
    }),
    user: {
      modelName: 'person',
      additionalFields: {
        administrator: { type: 'boolean', input: false },
        standing: { type: 'boolean', input: false },
        deactivatedAt: { type: 'date', input: false, required: false },
      },
    },
    emailAndPassword: { enabled: true, disableSignUp: true, minPasswordLength: 1, maxPasswordLength: longest },
    session: { expiresIn: lasts, updateAge: renewed },
    advanced: {
      cookiePrefix: 'nunatak',
      database: { generateId: 'uuid' },
      useSecureCookies: (process.env.NUNATAK_ORIGIN ?? '').startsWith('https:'),
      defaultCookieAttributes: { sameSite: 'lax', httpOnly: true },
    },
    telemetry: { enabled: false },
    logger: { disabled: true },
    // Nothing of it is reached by HTTP of its own: limits of tries are ours.
    rateLimit: { enabled: false },
    plugins: [nextCookies()],
  });

const shared = globalThis as { nunatakAuth?: Promise<ReturnType<typeof made>> };

export const auth = (): Promise<ReturnType<typeof made>> =>
  (shared.nunatakAuth ??= secret()
    .then(made)
    .catch((error: unknown) => {
      shared.nunatakAuth = undefined;
      throw error;
    }));
