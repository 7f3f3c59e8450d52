import { createHash, randomUUID } from 'node:crypto';
import { mkdir, open, readdir, readFile, rename, stat, unlink, utimes } from 'node:fs/promises';
import { dirname, join } from 'node:path';

/** Meshes, models, pictures: bytes by their SHA-256, wherever they are kept. */
export interface MeshStore {
  /** @returns the hash */
  put(bytes: Uint8Array): Promise<string>;
  has(hash: string): Promise<boolean>;
  /** @returns undefined when there is no such mesh */
  get(hash: string): Promise<Buffer | undefined>;
  /** Every hash there is, with when it was last put, ms since 1970. */
  list(): AsyncIterable<{ hash: string; at: number }>;
  remove(hash: string): Promise<void>;
}

export const hashOf = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

/** In a folder; written aside, synced, then renamed, so that a name never holds half a file. */
export class FolderMeshStore implements MeshStore {
  constructor(private readonly folder: string) {}

  async put(bytes: Uint8Array): Promise<string> {
    const hash = hashOf(bytes);
    const path = this.path(hash);
    // Put again is young again: what was just asked for is not collected.
    if (await utimes(path, new Date(), new Date()).then(() => true, () => false)) return hash;
    await mkdir(dirname(path), { recursive: true });
    const aside = `${path}.${randomUUID()}`;
    const file = await open(aside, 'wx');
    try {
      await file.writeFile(bytes);
      await file.sync();
    } catch (e) {
      await file.close();
      await unlink(aside).catch(() => undefined);
      throw e;
    }
    await file.close();
    await rename(aside, path);
    return hash;
  }

  async has(hash: string): Promise<boolean> {
    return stat(this.path(hash)).then(() => true, () => false);
  }

  async get(hash: string): Promise<Buffer | undefined> {
    return readFile(this.path(hash)).catch(() => undefined);
  }

  async *list(): AsyncIterable<{ hash: string; at: number }> {
    for (const shard of await readdir(this.folder).catch(() => [])) {
      for (const file of await readdir(join(this.folder, shard)).catch(() => [])) {
        const [hash, extension] = file.split('.');
        if (extension === 'mesh' && /^[0-9a-f]{64}$/.test(hash)) yield { hash, at: (await stat(join(this.folder, shard, file))).mtimeMs };
      }
    }
  }

  async remove(hash: string): Promise<void> {
    await unlink(this.path(hash)).catch(() => undefined);
  }

  private path(hash: string): string {
    // The hash becomes a file name: nothing but a hash may get here.
    if (!/^[0-9a-f]{64}$/.test(hash)) throw new Error('not a hash');
    return join(this.folder, hash.slice(0, 2), `${hash}.mesh`);
  }
}
