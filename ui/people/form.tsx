'use client';
/** Forms at the door: labelled fields, one sentence where something does not do, one button. */
import { type ComponentProps, type ReactNode, useId, useState } from 'react';
import type { Answer } from '@/server/answer';
import { Button, Trouble } from '@/ui/kit';
import { Field } from '@/ui/kit/field';

/** A field of a form. */
export function Input({ label, help, ...rest }: ComponentProps<'input'> & { label: string; help?: ReactNode }) {
  const id = useId();
  return (
    <Field label={label} htmlFor={id} help={help}>
      <input id={id} className="h-8 w-full rounded-md border border-line bg-panel px-2.5" {...rest} />
    </Field>
  );
}

/** Sends its fields by their names; `done` where they were taken. */
export function Form<T>({
  name,
  send,
  done,
  button,
  also,
  children,
}: {
  name: string;
  send: (fields: (name: string) => string) => Promise<Answer<T>>;
  done: (value: T) => void;
  button: string;
  /** Stands beside the button. */
  also?: ReactNode;
  children: ReactNode;
}) {
  const [fault, setFault] = useState<string>();
  const [sending, setSending] = useState(false);
  return (
    <form
      aria-label={name}
      onSubmit={async (event) => {
        event.preventDefault();
        const form = event.currentTarget;
        const data = new FormData(form);
        setSending(true);
        try {
          const answer = await send((field) => {
            const value = data.get(field);
            return typeof value === 'string' ? value : '';
          });
          setFault(answer.ok ? undefined : answer.fault);
          if (answer.ok) {
            form.reset();
            done(answer.value);
          }
        } catch {
          setFault('The server does not answer. Try again in a moment.');
        }
        setSending(false);
      }}
    >
      {children}
      {fault && <Trouble>{fault}</Trouble>}
      <div className="mt-4 flex gap-2">
        <Button type="submit" look="main" className="h-8" disabled={sending}>
          {button}
        </Button>
        {also}
      </div>
    </form>
  );
}

/** A small page with one thing to do. */
export function DoorPage({ title, says, children }: { title: string; says?: ReactNode; children: ReactNode }) {
  return (
    <main className="mx-auto w-full max-w-sm px-6 py-14">
      <h1 className="font-serif text-2xl font-semibold">{title}</h1>
      {says && <p className="mt-1 text-quiet">{says}</p>}
      <div className="mt-4">{children}</div>
    </main>
  );
}

export const passwordHelp = 'At least 12 characters; four words that do not belong together do well.';
