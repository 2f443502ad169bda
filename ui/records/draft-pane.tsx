'use client';
import { useMemo, useState } from 'react';
import { useStay } from '@/ui/kit/stay';
import type { Remedies } from '@/core/intake';
import { asDecided, noReferenceRemedy } from '@/core/intake/remedies';
import type { ColumnSpec } from '@/core/tables';
import { Button, TextField, counted, grouped, sentence, saveFile } from '@/ui/kit';
import { type DraftPreview, hearing } from '@/worker/client';
import { ColumnList } from './columns';
import type { KeptDraft } from './drafts-store';
import { FindingCard } from './findings/finding-card';
import { Remedy } from './findings/remedy';
import { Grid } from './grid';
import { HowRead } from './how-read';
import { Card, Panel, Part, Quiet, Remedies as RemedyRow } from './panel';
import { SearchField } from './search-field';
import { StoreBar } from './store-bar';
import { type Drafts, usePrepared } from './use-drafts';
import { WhereTo } from './where-to';
import { own } from '@/core/own';

/** A file that is coming in: its rows as they will be stored, what was found in them, and the way into the study. */
export function DraftPane({
  draft,
  drafts,
  onStored,
  onPutAway,
}: {
  draft: KeptDraft;
  drafts: Drafts;
  onStored: (key: string) => void;
  onPutAway: () => void;
}) {
  const { desk, study, tables } = drafts;
  const { prepared, share, fault, turn } = usePrepared(draft, drafts);
  const [search, setSearch] = useState('');
  const [storing, setStoring] = useState<number>();
  const [refused, setRefused] = useState<string>();
  // Leaving ends the worker that stores, and what it has sent so far is taken back.
  useStay(
    storing === undefined ? undefined : `“${draft.remedies.name}” is being stored; what is not yet stored is lost.`,
  );
  const preview = prepared?.preview;
  const laid = useMemo(
    () =>
      prepared && {
        id: turn,
        columns: prepared.preview.specs,
        distributions: prepared.distributions,
        rows: prepared.preview.rows,
      },
    [prepared, turn],
  );
  const into = draft.remedies.into && tables.find(({ key }) => key === draft.remedies.into?.table);
  const origin = `from ${originOf(draft)}`;

  const store = async (): Promise<void> => {
    setStoring(0);
    setRefused(undefined);
    const how = draft.remedies.into?.how ?? 'replace';
    const what = how === 'append' ? `added ${originOf(draft)}` : `replaced with ${originOf(draft)}`;
    try {
      const ask = { study, name: draft.remedies.name, origin, into: into && { table: into, how, what } };
      const { key } = await hearing(setStoring, (heard: (share: number) => void) => desk().store(draft.id, ask, heard));
      onStored(key);
    } catch (error) {
      setRefused(sentence(error));
    } finally {
      setStoring(undefined);
    }
  };

  return (
    <>
      <main aria-label="Records of the table" className="relative flex min-w-0 grow flex-col">
        {share !== undefined && <Progress share={share} label="Reading" />}
        <div className="flex h-[46px] shrink-0 items-center gap-3 px-3.5">
          <h2 className="max-w-[45%] shrink-0 truncate font-serif text-[16px] font-semibold">{draft.remedies.name}</h2>
          <span className="grow truncate text-quiet">
            {origin}
            {preview?.how ? `; ${preview.how}` : ''}
          </span>
          <SearchField value={search} onChange={setSearch} />
          <HowRead draft={draft} drafts={drafts} />
        </div>
        {laid ? (
          <Grid
            laid={laid}
            desk={desk}
            search={search}
            label="Records"
            notes={preview ? matchedNotes(preview) : {}}
            tableName={(key) => tables.find((table) => table.key === key)?.name ?? key}
          />
        ) : (
          <p className={fault ? 'grow p-4 text-danger' : 'grow p-4 text-quiet'} role={fault ? 'alert' : undefined}>
            {fault ?? 'Reading …'}
          </p>
        )}
        <StoreBar
          preview={preview}
          verb={into ? (draft.remedies.into?.how === 'append' ? 'Bring in' : 'Replace with') : 'Store'}
          storing={storing}
          fault={refused ?? (laid ? fault : undefined)}
          onStop={() => void desk().stop(draft.id)}
          onPutAway={onPutAway}
          onStore={() => void store()}
        />
      </main>
      <DraftFindings draft={draft} drafts={drafts} preview={preview} />
    </>
  );
}

/** The names of the files, the sheet where it is one of several. */
function originOf({ sources }: KeptDraft): string {
  const files = [...new Set(sources.map(({ file }) => file.name))];
  if (files.length > 3)
    return `${files.slice(0, 2).join(', ')} and ${counted(files.length - 2, 'more file', 'more files')}`;
  return files.join(', ') + (sources.length === 1 && sources[0].part ? `, “${sources[0].part}”` : '');
}

export function matchedNotes(preview: DraftPreview): Record<string, string> {
  return Object.fromEntries(
    preview.findings.flatMap((finding) =>
      finding.kind === 'reference'
        ? [[finding.column, `${Math.floor((finding.matched / Math.max(1, finding.filled)) * 100)} % matched`]]
        : [],
    ),
  );
}

export function Progress({ share, label }: { share: number; label: string }) {
  return (
    <div
      role="progressbar"
      aria-label={label}
      aria-valuenow={Math.round(share * 100)}
      className="absolute inset-x-0 top-0 z-20 h-0.5 bg-line"
    >
      <div className="h-full bg-accent transition-[width]" style={{ width: `${Math.max(4, share * 100)}%` }} />
    </div>
  );
}

function DraftFindings({
  draft,
  drafts,
  preview,
}: {
  draft: KeptDraft;
  drafts: Drafts;
  preview: DraftPreview | undefined;
}) {
  const { desk, tables } = drafts;
  const { remedies, id } = draft;
  if (!preview)
    return (
      <Panel title="Findings" help="The file is being read.">
        {null}
      </Panel>
    );
  const decide = (change: Partial<Remedies>): void => drafts.decide(id, change);
  const specs = asDecided(preview.specs, remedies);
  const shares = Object.fromEntries(
    preview.findings.flatMap((finding) =>
      finding.kind === 'misfits' ? [[finding.column, 1 - finding.count / Math.max(1, finding.filled)]] : [],
    ),
  );
  const download = async (): Promise<void> => {
    saveFile(await desk().asideFile(id), `${remedies.name}, set aside.csv`);
  };
  return (
    <Panel title="Findings" help="Each has a remedy; the preview follows.">
      <TextField
        label="Name of the table"
        value={remedies.name}
        onCommit={(name) => name.trim() !== '' && decide({ name })}
      />
      <div className="h-3.5" />
      {draft.sources.length > 1 && (
        <Card title={`${counted(draft.sources.length, 'part')} with the same columns are one table`}>
          <Quiet>{draft.sources.map(({ file, part }) => part || file.name).join(', ')}</Quiet>
          <RemedyRow>
            <Remedy label="Together" chosen onChoose={() => undefined} />
            <Remedy label="Each its own table" onChoose={() => drafts.part(id)} />
          </RemedyRow>
        </Card>
      )}
      <WhereTo draft={draft} drafts={drafts} preview={preview} />
      {preview.findings.map((finding) => (
        <FindingCard
          key={`${finding.kind} ${'column' in finding ? finding.column : ''} ${finding.kind === 'doubles' ? finding.by : ''} ${finding.kind === 'note' ? finding.text : ''}`}
          finding={finding}
          decided={remedies}
          specs={specs}
          stored={false}
          onDecide={decide}
          onReference={(column, change) =>
            decide({
              references: {
                ...remedies.references,
                [column]: { ...noReferenceRemedy, ...own(remedies.references, column), ...change },
              },
            })
          }
        />
      ))}
      {preview.all === 0 && (
        <Card title="Only a header">
          <Quiet>There are no rows below it, so there is nothing to store. Choose another file.</Quiet>
        </Card>
      )}
      {preview.asideCount > 0 && (
        <Card title={`${counted(preview.asideCount, 'row')} set aside`}>
          <ul className="mt-1 max-h-36 overflow-auto text-sm text-quiet" aria-label="Rows set aside" tabIndex={0}>
            {preview.aside.map(({ line, reason }, i) => (
              <li key={i} className="truncate" title={reason}>
                line {grouped(line)}: {reason}
              </li>
            ))}
          </ul>
          <RemedyRow>
            <Button onClick={() => void download()}>Save them as CSV</Button>
          </RemedyRow>
        </Card>
      )}
      <Part>Types of the columns</Part>
      <ColumnList
        specs={specs}
        shares={shares}
        tables={tables}
        onChange={(c, spec) =>
          decide({
            columns: specs.map((one, i): ColumnSpec => (i === c ? spec : one)),
            answered: [...new Set([...remedies.answered, spec.name])],
          })
        }
      />
    </Panel>
  );
}
