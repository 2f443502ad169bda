import { defineConfig } from 'drizzle-kit';

export default defineConfig({
  dialect: 'postgresql',
  schema: [
    './server/db/schema.ts',
    './server/db/person.ts',
    './server/db/people.ts',
    './server/db/teams.ts',
    './server/db/presence.ts',
    './server/db/feeds.ts',
    './server/db/runs.ts',
  ],
  out: './server/db/migrations',
});
