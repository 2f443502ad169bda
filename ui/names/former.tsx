'use client';
/** What was changed in a list of names, and the way back to each of its versions. */
import { useState } from 'react';
import { bringBackNames, namesThen, namesVersions } from '@/server/actions';
import { Button, counted, momentOf } from '@/ui/kit';
import { author } from '@/ui/kit/author';
import { useTold } from '@/ui/kit/server-state';
import { toast } from '@/ui/kit/toast';

const most = 12;

export function Former({
  study,
  list,
  version,
  onBack,
}: {
  study: string;
  list: string;
  version: number;
  /** Absent for who may not change the names. */
  onBack?: () => void;
}) {
  const [shown, setShown] = useState(most);
  const [looked, setLooked] = useState<number>();
  const { value: versions } = useTold(['names', study, list, version], () => namesVersions(study, list));
  // One alone is the list as it was made.
  if (!versions || versions.length < 2) return null;
  const rows = versions.slice(0, shown);
  return (
    <>
      <h3 className="mt-4 text-sm font-semibold">What was changed</h3>
      <ol aria-label="What was changed" className="mt-0.5 text-sm">
        {rows.map((one) => (
          <li key={one.version} className="border-b border-rule py-1.5">
            <span className="block break-words">{one.what}</span>
            <span className="text-quiet">
              {one.who !== null && `${one.who} · `}
              {momentOf(new Date(one.at))}
            </span>
            <span className="mt-0.5 flex gap-1.5">
              <Button
                aria-label={`What came after: ${one.what}`}
                aria-expanded={looked === one.version}
                onClick={() => setLooked(looked === one.version ? undefined : one.version)}
              >
                Look
              </Button>
              {onBack && one.version !== version && (
                <Button
                  aria-label={`Back to: ${one.what}`}
                  onClick={async () => {
                    const answer = await bringBackNames(study, list, one.version, author());
                    if (answer.ok) onBack();
                    else toast.error(answer.fault);
                  }}
                >
                  Back to here
                </Button>
              )}
            </span>
            {looked === one.version && <Then study={study} list={list} version={one.version} now={version} />}
          </li>
        ))}
      </ol>
      {versions.length > shown && (
        <Button className="mt-1.5" onClick={() => setShown(shown + 50)}>
          Older ones
        </Button>
      )}
    </>
  );
}

/** How the list was then, where it is otherwise now. */
function Then({ study, list, version, now }: { study: string; list: string; version: number; now: number }) {
  const { value, fault } = useTold(['names then', study, list, version, now], () => namesThen(study, list, version));
  if (fault) return <p>{fault}</p>;
  if (!value) return <p className="text-quiet">…</p>;
  if (!value.length) return <p className="text-quiet">As it is now.</p>;
  const form = (of: string | null): string => (of === null ? 'itself' : of === '' ? 'dropped' : `“${of}”`);
  return (
    <ul className="mt-1">
      {value.slice(0, 30).map((one) => (
        <li key={one.value} className="break-words">
          “{one.value}” was {form(one.then)}, now {form(one.now)}
        </li>
      ))}
      {value.length > 30 && <li className="text-quiet">and {counted(value.length - 30, 'value')} more</li>}
    </ul>
  );
}
