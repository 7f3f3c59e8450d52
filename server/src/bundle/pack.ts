import { unzipSync, zipSync } from 'fflate';

/** Files of a bundle by name: `case.json`, and what it refers to by content under `files/`. */
export type BundleFiles = Record<string, Uint8Array>;

const MOST_ENTRIES = 500, MOST_BYTES = 600 * 1024 * 1024;
const NAME = /^(case\.json|files\/[0-9a-f]{64})$/;

export const packed = (files: BundleFiles): Uint8Array => zipSync(files, { level: 3 });

/** What a bundle holds, or why it is none. Sizes are looked at before anything is unpacked. */
export function unpacked(bytes: Uint8Array): { files: BundleFiles } | { problem: string } {
  let entries = 0, size = 0, foreign = '';
  try {
    const files = unzipSync(bytes, {
      filter({ name, originalSize }) {
        entries++;
        size += originalSize;
        if (!NAME.test(name)) foreign ||= name;
        if (entries > MOST_ENTRIES || size > MOST_BYTES) throw new Error('large');
        return !foreign;
      },
    });
    if (foreign) return { problem: `This is not a case of Cuadro: it holds "${foreign.slice(0, 60)}".` };
    return files['case.json'] ? { files } : { problem: 'This is not a case of Cuadro: there is no case in it.' };
  } catch (e) {
    return { problem: (e as Error).message === 'large' ? 'The bundle unpacks to more than 600 MB or 500 files.' : 'This is not a zip file, or it is damaged.' };
  }
}
