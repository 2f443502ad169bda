'use client';
import { useRouter } from 'next/navigation';
import { Button } from '@/ui/kit';
import { useSession, useWorkbench } from '@/ui/state/context';

/** Shown where somebody else saved the same network meanwhile: nothing is overwritten, and both versions can be kept. */
export function Conflict() {
  const save = useWorkbench((state) => state.save);
  const study = useWorkbench((state) => state.study.id);
  const session = useSession();
  const router = useRouter();
  if (save.kind !== 'conflict') return null;
  const at = new Date(save.changedAt).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
  return (
    <div role="alert" className="absolute top-14 right-4 left-4 z-20 rounded-lg border border-amber-line bg-amber p-3">
      <p className="font-semibold">This network was changed elsewhere at {at}.</p>
      <p className="mt-0.5">
        {save.idle
          ? 'What you see is as it was before. Go on with what is stored, or keep this one beside it.'
          : 'Your changes are here and not saved yet; nothing was overwritten. Keep yours beside it, or go on with what is stored.'}
      </p>
      <div className="mt-2 flex gap-2">
        <Button
          look={save.idle ? 'plain' : 'main'}
          onClick={async () => {
            const id = await session.current?.keepMineApart();
            if (id) router.push(`/studies/${study}/networks/${id}`);
          }}
        >
          Keep mine as a new network
        </Button>
        <Button look={save.idle ? 'main' : 'plain'} onClick={() => session.current?.takeTheirs()}>
          Go on with what is stored
        </Button>
      </div>
    </div>
  );
}
