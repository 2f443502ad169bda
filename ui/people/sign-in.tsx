'use client';
import { signIn } from '@/server/actions';
import { TopBar } from '@/ui/kit/top-bar';
import { DoorPage, Form, Input } from './form';

export function SignInPage() {
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar>
        <span className="grow" />
      </TopBar>
      <DoorPage title="Sign in" says="An administrator gives accounts, and links to set a password anew.">
        <Form
          name="Sign in"
          button="Sign in"
          send={(field) => signIn(field('email'), field('password'))}
          done={() => location.assign('/')}
        >
          <Input label="E-mail" name="email" type="email" autoComplete="username" required autoFocus />
          <Input label="Password" name="password" type="password" autoComplete="current-password" required />
        </Form>
      </DoorPage>
    </div>
  );
}
