import { Initials } from '@/ui/kit/initials';

/** A person at the head of a row: letters, name and address. */
export function PersonName({ id, name, email, you }: { id: string; name: string; email: string; you: boolean }) {
  return (
    <>
      <Initials id={id} name={name} />
      <div className="min-w-0 grow">
        <b className="block truncate font-semibold">
          {name}
          {you && <span className="font-normal text-quiet"> · you</span>}
        </b>
        <span className="block truncate text-sm text-quiet">{email}</span>
      </div>
    </>
  );
}
