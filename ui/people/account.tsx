'use client';
import { changePassword, signOutEverywhere } from '@/server/actions';
import { Button } from '@/ui/kit';
import { toast } from '@/ui/kit/toast';
import { TopBar } from '@/ui/kit/top-bar';
import { useHouse } from '@/ui/kit/who';
import { DoorPage, Form, Input, passwordHelp } from './form';

/** One's own account. */
export function AccountPage() {
  const { who } = useHouse();
  return (
    <div className="flex min-h-dvh flex-col">
      <TopBar>
        <span className="grow" />
      </TopBar>
      <DoorPage title="Your account" says={who && `${who.name}, ${who.email}`}>
        <Form
          name="Change the password"
          button="Change the password"
          send={(field) => changePassword(field('now'), field('next'))}
          done={() => void toast('The password is changed. Other sessions have ended.')}
        >
          <Input label="Present password" name="now" type="password" autoComplete="current-password" required />
          <Input
            label="New password"
            name="next"
            type="password"
            autoComplete="new-password"
            required
            minLength={12}
            help={passwordHelp}
          />
        </Form>
        <h2 className="mt-8 font-serif text-lg font-semibold">Sessions</h2>
        <p className="text-quiet">Ends this session and all others, on every machine.</p>
        <Button className="mt-3 h-8" onClick={() => void signOutEverywhere().then(() => location.assign('/sign-in'))}>
          Sign out everywhere
        </Button>
      </DoorPage>
    </div>
  );
}
