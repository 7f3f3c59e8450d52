import type { FastifyInstance } from 'fastify';
import type { BackupList, BackupRow } from '@cuadro/core/wire';
import type { Context } from '../context';
import { listBackups, pruneBackups, takeBackup } from './snapshot';

/** Back-ups: which there are, and one taken now. They are restored from the command line, into a folder that is empty. */
export function backupRoutes(app: FastifyInstance, { db, meshes, backups }: Context): void {
  app.get('/api/backups', { config: { needs: 'manage' } }, async (): Promise<BackupList> => ({
    folder: backups ?? '',
    rows: backups ? await listBackups(backups) : [],
  }));
  app.post('/api/backups', { config: { needs: 'manage', says: 'took a back-up' } }, async (_request, reply): Promise<BackupRow> => {
    if (!backups) return reply.callNotFound() as never;
    const row = await takeBackup(db, meshes, backups);
    await pruneBackups(backups);
    reply.status(201);
    return row;
  });
}

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;

/** One a day while the service runs, then those that the rule does not keep are taken away. @returns stops it */
export function daily({ db, meshes, backups }: Context & { backups: string }, failed: (e: unknown) => void): () => void {
  const due = async (): Promise<void> => {
    const [newest] = await listBackups(backups);
    if (newest && Date.now() - new Date(newest.at).getTime() < DAY_MS) return;
    await takeBackup(db, meshes, backups);
    await pruneBackups(backups);
  };
  const timer = setInterval(() => void due().catch(failed), HOUR_MS);
  timer.unref();
  return () => clearInterval(timer);
}
