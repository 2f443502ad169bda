'use client';
import { setByLink, signIn } from '@/server/actions';
import type { Answer } from '@/server/answer';
import type { OpenedLink } from '@/server/people/links';
import { TopBar } from '@/ui/kit/top-bar';
import { DoorPage, Form, Input, passwordHelp } from './form';

const titles = { first: 'The first administrator', invitation: 'Welcome', reset: 'Set a new password' };

/** Where a one-time link leads: who it is for, and a password. */
export function LinkPage({ token, opened }: { token: string; opened: Answer<OpenedLink> }) {
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar>
        <span className="grow" />
      </TopBar>
      {opened.ok ? (
        <Set token={token} {...opened.value} />
      ) : (
        <DoorPage title="Not good any more">{opened.fault}</DoorPage>
      )}
    </div>
  );
}

function Set({ token, kind, name, email }: OpenedLink & { token: string }) {
  const says = kind === 'first' ? 'Who administers this server, and owns what is in it so far.' : email;
  return (
    <DoorPage title={titles[kind]} says={says}>
      <Form
        name={titles[kind]}
        button="Set the password"
        send={async (field) => {
          const password = field('password');
          const set = await setByLink(token, { name: field('name'), email: field('email'), password });
          return set.ok ? signIn(set.value.email, password) : set;
        }}
        done={() => location.assign('/')}
      >
        {kind !== 'reset' && (
          <Input
            label="Your name"
            name="name"
            autoComplete="name"
            defaultValue={kind === 'first' ? '' : name}
            required
          />
        )}
        {kind === 'first' && <Input label="E-mail" name="email" type="email" autoComplete="username" required />}
        <Input
          label="Password"
          name="password"
          type="password"
          autoComplete="new-password"
          required
          minLength={12}
          help={passwordHelp}
        />
      </Form>
    </DoorPage>
  );
}
