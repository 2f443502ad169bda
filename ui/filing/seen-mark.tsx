import { Lock, Users } from 'lucide-react';
import type { Seen } from '@/server/db';

/** A small sign of what not everybody of the study sees. */
export function SeenMark({ seen }: { seen: Seen }) {
  if (seen === 'everybody') return null;
  const [Icon, says] = seen === 'mine' ? [Lock, 'seen by whose it is alone'] : [Users, 'seen by teams'];
  return (
    <span title={says} className="inline-flex shrink-0 text-quiet">
      <Icon size={13} aria-hidden />
      <span className="sr-only">{says}</span>
    </span>
  );
}
