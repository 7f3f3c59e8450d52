import { createHash, randomUUID } from 'node:crypto';
import { mkdir, open, readFile, rename, stat, unlink } from 'node:fs/promises';
import { dirname, join } from 'node:path';

/** Meshes by the SHA-256 of their bytes, in a folder; written aside, synced, then renamed, so that a name never holds half a file. */
export class MeshStore {
  constructor(private readonly folder: string) {}

  /** @returns the hash */
  async put(bytes: Uint8Array): Promise<string> {
    const hash = createHash('sha256').update(bytes).digest('hex');
    const path = this.path(hash);
    if (await this.has(hash)) return hash;
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

  /** @returns undefined when there is no such mesh */
  async get(hash: string): Promise<Buffer | undefined> {
    return readFile(this.path(hash)).catch(() => undefined);
  }

  private path(hash: string): string {
    // The hash becomes a file name: nothing but a hash may get here.
    if (!/^[0-9a-f]{64}$/.test(hash)) throw new Error('not a hash');
    return join(this.folder, hash.slice(0, 2), `${hash}.mesh`);
  }
}
