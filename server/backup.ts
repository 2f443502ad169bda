/** A backup of the whole database, for administrators: made by the same command that is run by hand. */
import { spawn } from 'node:child_process';
import { mkdtemp, open, rm } from 'node:fs/promises';
import type { FileHandle } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Fault } from '@/core/fault';
import { NotFound } from '@/server/access';
import { signedIn } from '@/server/people/person';

/** An open file without a name: whoever takes it closes it. @throws NotSignedIn; NotFound for who does not administer; Fault where it could not be made */
export async function backupNow(): Promise<{ file: FileHandle; size: number }> {
  const { administrator } = await signedIn();
  if (!administrator) throw new NotFound('Only administrators can do that.');
  const folder = await mkdtemp(join(tmpdir(), 'nunatak-backup-'));
  try {
    const path = join(folder, 'backup');
    await made(path);
    const file = await open(path, 'r');
    return { file, size: (await file.stat()).size };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

function made(path: string): Promise<void> {
  return new Promise((resolve, reject) => {
    const child = spawn(process.execPath, [join('scripts', 'backup.mjs'), 'backup', path], {
      stdio: ['ignore', 'ignore', 'pipe'],
    });
    let said = '';
    child.stderr.on('data', (piece: Buffer) => (said = (said + piece.toString()).slice(-2000)));
    child.once('error', reject);
    child.once('close', (status) =>
      status === 0
        ? resolve()
        : reject(new Fault(`The backup could not be made: ${said.trim().split('\n').at(-1) ?? 'no reason was given'}`)),
    );
  });
}
