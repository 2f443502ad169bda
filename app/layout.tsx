import type { Metadata } from 'next';
import { cookies } from 'next/headers';
import type { ReactNode } from 'react';
import { accountsRequired } from '@/server/people/mode';
import { currentPerson } from '@/server/people/person';
import { WhoProvider } from '@/ui/kit/who';
import { Providers } from '@/ui/shell/providers';
import './globals.css';

export const metadata: Metadata = { title: 'Nunatak', description: 'Networks from relational data.' };

export default async function Layout({ children }: { children: ReactNode }) {
  const theme = (await cookies()).get('theme')?.value === 'dark' ? 'dark' : 'light';
  // Where the database does not answer, the page says so.
  const who = await currentPerson().catch(() => undefined);
  return (
    <html lang="en" data-theme={theme}>
      <body>
        <WhoProvider house={{ accounts: accountsRequired(), ...(who ? { who } : {}) }}>
          <Providers>{children}</Providers>
        </WhoProvider>
      </body>
    </html>
  );
}
