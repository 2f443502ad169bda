import type { Metadata } from 'next';
import { SignInPage } from '@/ui/people/sign-in';

export const dynamic = 'force-dynamic';
export const metadata: Metadata = { title: 'Sign in · Nunatak' };

export default function SignIn() {
  return <SignInPage />;
}
