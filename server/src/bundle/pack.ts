import { unzipSync, zipSync } from 'fflate';

/** Files of a bundle by name: what it is about as JSON, and what that refers to by content under `files/`. */
export type BundleFiles = Record<string, Uint8Array>;

/** What a bundle is of: the name of its JSON, what it is called, and how large it may be. */
const BUNDLES = {
  case: { main: 'case.json', called: 'a case', most: 500, bytes: 600 * 1024 * 1024, largest: '600 MB or 500 files' },
  site: { main: 'site.json', called: 'a site', most: 50_000, bytes: 1536 * 1024 * 1024, largest: '1.5 GB or 50 000 files' },
} as const;
export type BundleKind = keyof typeof BUNDLES;
const FILE = /^files\/[0-9a-f]{64}$/;

export const packed = (files: BundleFiles): Uint8Array => zipSync(files, { level: 3 });

/** What a bundle holds, or why it is none. Sizes are looked at before anything is unpacked. */
export function unpacked({ bytes, kind }: { bytes: Uint8Array; kind: BundleKind }): { files: BundleFiles } | { problem: string } {
  const { main, called, most, bytes: mostBytes, largest } = BUNDLES[kind];
  let entries = 0, size = 0, foreign = '';
  try {
    const files = unzipSync(bytes, {
      filter({ name, originalSize }) {
        entries++;
        size += originalSize;
        if (name !== main && !FILE.test(name)) foreign ||= name;
        if (entries > most || size > mostBytes) throw new Error('large');
        return !foreign;
      },
    });
    const other = Object.values(BUNDLES).find((b) => b.main === foreign);
    if (other) return { problem: `This is ${other.called} of Cuadro, not ${called}: bring it in where ${other.called} comes in.` };
    if (foreign) return { problem: `This is not ${called} of Cuadro: it holds "${foreign.slice(0, 60)}".` };
    return files[main] ? { files } : { problem: `This is not ${called} of Cuadro: there is no ${kind} in it.` };
  } catch (e) {
    return { problem: (e as Error).message === 'large' ? `The bundle unpacks to more than ${largest}.` : 'This is not a zip file, or it is damaged.' };
  }
}
