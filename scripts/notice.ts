import { readFileSync } from 'node:fs';

interface Package {
  version?: string;
  link?: boolean;
  optional?: boolean;
  dependencies?: Record<string, string>;
  optionalDependencies?: Record<string, string>;
}
const read = <T>(file: string): T => JSON.parse(readFileSync(file, 'utf8')) as T;

/** Where a package that another one asks for was put: beside it, or in a folder further out, as Node looks for it. */
function placeOf(packages: Readonly<Record<string, Package>>, from: string, name: string): string | undefined {
  for (let at = from;;) {
    const path = `${at ? `${at}/` : ''}node_modules/${name}`;
    if (packages[path]) return path;
    if (!at) return undefined;
    at = at.includes('/node_modules/') ? at.slice(0, at.lastIndexOf('/node_modules/')) : '';
  }
}

/** Every package that ships with page or server, by what they ask for and what that asks for, with its licence. */
export function notice(): string {
  const { packages } = read<{ packages: Record<string, Package> }>('package-lock.json');
  const seen = new Set<string>();
  const visit = (from: string, asked: Readonly<Record<string, string>> = {}): void => {
    for (const name of Object.keys(asked)) {
      const path = placeOf(packages, from, name);
      if (!path || seen.has(path) || packages[path].link || packages[path].optional) continue;
      seen.add(path);
      visit(path, packages[path].dependencies);
    }
  };
  for (const own of ['web', 'server', 'core']) visit(own, packages[own]?.dependencies);
  const rows = [...seen].map((path) => {
    const p = read<{ name: string; version: string; license?: string | { type: string } }>(`${path}/package.json`);
    const licence = typeof p.license === 'object' ? p.license.type : (p.license ?? 'see its own files');
    return `| ${p.name} | ${p.version} | ${licence} |`;
  });
  return [
    '# Notice',
    '',
    'Cuadro ships with these packages, each under its own licence. Their texts lie in `node_modules/<package>`. Written by `npm run docs`.',
    '',
    '| Package | Version | Licence |',
    '|---|---|---|',
    ...[...new Set(rows)].sort(),
    '',
  ].join('\n');
}
