import type { RouteOption } from './options';

/** What people on a shop floor, or in the standard of additive manufacturing, call a process; its label says the rest. */
const OF_PROCESS: Readonly<Record<string, string>> = {
  'extrusion-open': 'fff mex plastic filament',
  'extrusion-chamber': 'fff mex plastic filament',
  'extrusion-fibre': 'fff mex composite filament continuous',
  'pellet-extrusion': 'mex large format granulate',
  'powder-polymer': 'sls pbf laser sintering plastic',
  'powder-fusing': 'pbf plastic',
  'vat-resin': 'sla dlp vpp stereolithography photopolymer',
  'material-jetting': 'mjt photopolymer',
  'metal-powder': 'lpbf pbf laser metal',
  'binder-metal': 'bjt metal',
  'binder-sand': 'bjt foundry',
  'bound-metal': 'mex metal filament debind sinter',
  'cnc-mill': 'cnc machined machining',
  'manual-mill': 'machined machining toolroom',
  turning: 'lathe turned machined cnc',
  'sheet-cut': 'laser waterjet plate',
  'sheet-fold': 'bent bending press brake',
  fabrication: 'welded weldment welding bolted',
  injection: 'moulded',
  'metal-injection': 'mim moulded',
};

/** The same of materials, by the beginning of their names on the shelf. */
const OF_MATERIAL: readonly (readonly [begins: RegExp, words: string])[] = [
  [/^pa(\d|-)/, 'nylon polyamide'],
  [/^pom/, 'acetal polyacetal'],
  [/^pc\b/, 'polycarbonate'],
  [/^tpu/, 'rubber flexible soft urethane elastomer'],
  [/^(al-|am-alsi)/, 'aluminium alloy'],
  [/^(s235|p20|tool-steel|am-tool)/, 'steel'],
  [/^(ss-|am-316|am-17)/, 'steel stainless'],
  [/^am-ti/, 'titanium'],
  [/^am-718/, 'superalloy'],
  [/^(resin|jet|cast-resin)/, 'resin'],
  [/^(hardwood)/, 'wood timber'],
  [/(^|-)(cf|carbon)/, 'carbon fibre composite'],
  [/(^|-)(gf|glass)/, 'glass fibre composite'],
];

/** One spelling for what is written in two. */
const plain = (text: string): string =>
  text.toLowerCase().replace(/aluminum/g, 'aluminium').replace(/fiber/g, 'fibre').replace(/\bmold/g, 'mould').replace(/gray/g, 'grey').replace(
    /[^\p{L}\p{N}.%-]+/gu,
    ' ',
  ).trim();

const known = new WeakMap<RouteOption, string>();
function textOf(o: RouteOption): string {
  let text = known.get(o);
  if (text === undefined) {
    const words = OF_MATERIAL.filter(([begins]) => begins.test(o.material)).map(([, w]) => w);
    known.set(o, text = plain(`${o.processLabel} ${o.materialLabel} ${OF_PROCESS[o.process] ?? ''} ${words.join(' ')}`));
  }
  return text;
}

/** Does a way answer to every word that was typed: of its names, or of what a shop calls it? */
export function routeMatches(o: RouteOption, typed: string): boolean {
  const words = plain(typed).split(' ').filter(Boolean);
  return words.every((w) => textOf(o).includes(w));
}

/** Do two ways read alike: of one process, with the same squares, and figures that differ by no more than a fiftieth? */
function alike(a: RouteOption, b: RouteOption): boolean {
  const near = (x: number, y: number): boolean => (Number.isNaN(x) && Number.isNaN(y)) || Math.abs(x - y) <= 0.02 * Math.max(Math.abs(x), Math.abs(y));
  return a.process === b.process && a.state === b.state && a.checks.length === b.checks.length &&
    a.checks.every((c, i) => c.id === b.checks[i].id && c.state === b.checks[i].state) &&
    near(a.expected_cost, b.expected_cost) && near(a.price_each, b.price_each) && near(a.lead_days, b.lead_days) && near(a.mass_kg, b.mass_kg);
}

/** Rows of a list, those alike under the first of them; what `keep` names stays a row of its own. */
export function foldAlike(options: readonly RouteOption[], keep: (o: RouteOption) => boolean): { option: RouteOption; like: RouteOption[] }[] {
  const rows: { option: RouteOption; like: RouteOption[] }[] = [];
  const byProcess = new Map<string, typeof rows>();
  for (const o of options) {
    const near = byProcess.get(o.process) ?? byProcess.set(o.process, []).get(o.process)!;
    const first = keep(o) ? undefined : near.find((r) => !keep(r.option) && alike(r.option, o));
    if (first) first.like.push(o);
    else {
      const row = { option: o, like: [] };
      rows.push(row);
      near.push(row);
    }
  }
  return rows;
}
