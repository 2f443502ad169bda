'use client';
import { Button, counted, grouped } from '@/ui/kit';
import type { DraftPreview } from '@/worker/client';

/** How many rows fit, and the way out of or into the study. */
export function StoreBar({
  preview,
  verb,
  storing,
  fault,
  onStop,
  onPutAway,
  onStore,
}: {
  preview: DraftPreview | undefined;
  verb: string;
  storing: number | undefined;
  fault: string | undefined;
  onStop: () => void;
  onPutAway: () => void;
  onStore: () => void;
}) {
  return (
    <div className="flex h-[52px] shrink-0 items-center gap-2.5 border-t border-line bg-panel px-3.5">
      {storing !== undefined ? (
        <>
          <div
            role="progressbar"
            aria-label="Storing"
            aria-valuenow={Math.round(storing * 100)}
            className="h-1 grow rounded-full bg-line"
          >
            <div className="h-full rounded-full bg-accent" style={{ width: `${storing * 100}%` }} />
          </div>
          <span className="w-32 text-quiet">storing, {Math.round(storing * 100)} %</span>
          <Button onClick={onStop}>Stop</Button>
        </>
      ) : (
        <>
          <p className="min-w-0 grow truncate">
            {preview && (
              <>
                <b className="font-semibold">
                  {grouped(preview.rows)} of {counted(preview.all, 'row')} fit
                </b>
                <span className="ml-2 text-quiet">
                  {[
                    preview.asideCount > 0 && `${grouped(preview.asideCount)} are set aside with their reasons`,
                    preview.joins > 0 && `${counted(preview.joins, 'name')} will be matched`,
                    preview.creates > 0 && `${counted(preview.creates, 'record')} made elsewhere`,
                  ]
                    .filter(Boolean)
                    .join('; ')}
                </span>
              </>
            )}
            {fault && (
              <span role="alert" className="ml-3 text-danger">
                {fault}
              </span>
            )}
            {preview && preview.open > 0 && !fault && (
              <span className="ml-3 text-danger">Answer the open question first, at the right.</span>
            )}
          </p>
          <Button onClick={onPutAway}>Put away</Button>
          <Button look="main" disabled={!preview || preview.rows === 0 || preview.open > 0} onClick={onStore}>
            {verb} {counted(preview?.rows ?? 0, 'record')}
          </Button>
        </>
      )}
    </div>
  );
}
