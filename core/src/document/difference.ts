import { holdRows, loadRows } from '../case/load-table';
import { SIGNALS } from '../case/signals';
import { CORRECTIONS } from '../case/seen';
import { TODAY_FIGURES } from '../case/today';
import { type CaseDoc, routeKey, TODAY_PIN } from '../case/types';
import { PROCESSES } from '../process/processes';
import { formatNumber, formatQuantity, type UnitSystem } from '../quantity/quantity';
import { inSentence } from '../quantity/words';
import { LEAD_ENTRY, routeLines } from '../routes/worksheet';
import { MATERIALS } from '../shelf/shelf';
import { requirementText } from '../case/words';
import { familyOf } from '../need/families';
import { REQUIREMENTS } from '../need/requirements';
import { askedOf, type InputSpec, type Values } from '../inputs/spec';
import { inputText } from '../inputs/text';
import { HOLD_INPUTS, LOAD_INPUTS, loadName } from '../need/loads';
import { PLANNERS } from '../plan/planners';
import { remedyKind } from '../screen/remedies';

/** One line in which two states of a case differ; an empty text where there was, or is, nothing. */
export interface Difference {
  /** Where in the document, for telling lines apart: `need.load`. */
  path: string;
  label: string;
  before: string;
  after: string;
}

const TODAY: readonly (readonly [keyof CaseDoc['today'], string])[] = [
  ['way', 'Made today'],
  ['material', 'Made today of'],
  ['cost', 'Price today'],
  ...TODAY_FIGURES.slice(1).map((f) => [f.id, `Today: ${inSentence(f.label)}`] as const),
  ['delay_per_day', 'A day without it costs'],
  ['waitingFree', 'Waiting is left out'],
];
const text = (x: unknown): string => (x === undefined || x === null ? '' : String(x));

/** "CNC milling, Aluminium 6061-T6": as the shelf calls them, or by id where it no longer knows them. */
function routeLabel(route: string): string {
  const [process, material] = route.split('/');
  if (process === TODAY_PIN.process) return 'Today';
  return `${PROCESSES.find((p) => p.id === process)?.label ?? process}, ${MATERIALS.find((m) => m.id === material)?.label ?? material}`;
}
function lineLabel(route: string, line: string): string {
  if (line === LEAD_ENTRY) return 'Days until it is ready';
  const process = PROCESSES.find((p) => p.id === route.split('/')[0]);
  return process ? (routeLines(process).find((l) => l.name === line)?.label ?? process.facts.find((f) => f.id === line)?.label ?? line) : line;
}

/** What a row says of its own, field by field. */
const rowText = (specs: readonly InputSpec[], row: Values, system: UnitSystem): string =>
  askedOf(specs, row).filter((s) => row[s.id] !== undefined && s.id !== 'name').map((s) => `${inSentence(s.label)} ${inputText(s, row[s.id], system)}`).join(
    ', ',
  );

/** All that a document says, line by line, in words. */
function said(doc: CaseDoc, system: UnitSystem): Map<string, [label: string, text: string]> {
  const out = new Map<string, [string, string]>();
  const say = (path: string, label: string, value: string): void => void (value !== '' && out.set(path, [label, value]));
  say('title', 'Tool', doc.title);
  say('family', 'Kind', familyOf(doc.family).label);
  say('place', 'Where it works', doc.place);
  say('owner', 'Who answers for it', text(doc.owner));
  say('signals', 'Seen at the machine', SIGNALS.filter((s) => doc.signals?.includes(s.id)).map((s) => inSentence(s.label)).join('; '));
  say('template', 'A pattern for others', doc.template ? 'yes' : '');
  say('trouble', 'What goes wrong', doc.trouble);
  say('form', 'It is', doc.form);
  say('size_mm', 'Rough size', doc.size_mm.map((x) => formatQuantity(x, 'length', system)).join(' × '));
  say('start', 'Start from', doc.start);
  for (const [key, label] of TODAY) say(`today.${key}`, label, text(doc.today[key]));
  for (const r of REQUIREMENTS) {
    const n = doc.need[r.id];
    if (n) say(`need.${r.id}`, r.label, `${requirementText(r.id, n.value, system)}, ${n.level}${n.from ? ` (${n.from})` : ''}`);
  }
  for (const [way, label] of [['machined', 'Mesh to machine'], ['printed', 'Mesh to print']] as const) {
    const s = doc.shapes[way];
    if (!s) continue;
    say(`shapes.${way}`, label, `${s.fileName}, ${s.hash.slice(0, 8)}`);
    say(`shapes.${way}.unit`, `${label}, unit`, s.unit);
    say(`shapes.${way}.up`, `${label}, build direction`, s.up?.map((x) => Number(x.toFixed(3))).join(', ') ?? '');
    say(`shapes.${way}.load`, `${label}, main load`, s.load?.map((x) => Number(x.toFixed(3))).join(', ') ?? '');
    say(
      `shapes.${way}.marks`,
      `${label}, marked faces`,
      (s.marks ?? []).map((m) => `${m.duty}${m.tolerance_mm ? ` ±${m.tolerance_mm} mm` : ''}${m.note ? ` "${m.note}"` : ''}`).join('; '),
    );
    for (const spec of CORRECTIONS) {
      const own = s.corrected?.[spec.id];
      say(
        `shapes.${way}.corrected.${spec.id}`,
        `${label}, corrected: ${inSentence(spec.label)}`,
        own === undefined
          ? ''
          : spec.kind === 'table'
          ? (own as readonly Values[]).map((row) => rowText(spec.columns, row, system)).join('; ') || 'none'
          : inputText(spec, own, system),
      );
    }
    say(`shapes.${way}.moulding`, `${label}, pulled out of a mould along`, s.moulding?.pull.map((x) => Number(x.toFixed(3))).join(', ') ?? '');
  }
  for (const [id, row] of loadRows(doc)) say(`loads.${id}`, `Load: ${loadName(row)}`, rowText(LOAD_INPUTS, row, system));
  for (const [id, row] of holdRows(doc)) say(`holds.${id}`, 'Held', rowText(HOLD_INPUTS, row, system));
  say('pins', 'Pinned routes', doc.pins.map((p) => routeLabel(routeKey(p))).join('; '));
  for (const [route, ids] of Object.entries(doc.remedies ?? {}))
    say(
      `remedies.${route}`,
      `${routeLabel(route)}: remedies`,
      ids.map((id) => remedyKind(id).label).join(', ') || 'none',
    );
  for (const [route, lines] of Object.entries(doc.overrides)) {
    for (const [line, o] of Object.entries(lines))
      say(
        `overrides.${route}.${line}`,
        `${routeLabel(route)}: ${inSentence(lineLabel(route, line))}`,
        `${formatNumber(o.likely, 6)}${o.low < o.high ? ` (${formatNumber(o.low, 6)} to ${formatNumber(o.high, 6)})` : ''}: ${o.note}`,
      );
  }
  for (const [condition, { who, by, done }] of Object.entries(doc.decision?.agreed ?? {}))
    say(`decision.agreed.${condition}`, `On condition: ${condition}`, [who, by && `by ${by}`, done ? 'done' : 'open'].filter(Boolean).join(', '));
  const over = doc.decision?.overruled;
  if (over) say('decision.overruled', 'Decided otherwise', `${routeLabel(over.way)}, ${over.who || 'somebody'} on ${over.on}: ${over.reason}`);
  for (const p of PLANNERS) {
    const plan = doc.plans?.[p.id];
    if (!plan) continue;
    say(`plans.${p.id}`, `Plan: ${p.label}`, 'in use');
    for (const spec of p.inputs)
      if (plan.values[spec.id] !== undefined) say(`plans.${p.id}.${spec.id}`, `${p.label}, ${spec.label}`, inputText(spec, plan.values[spec.id], system));
  }
  return out;
}

/** Line by line, what changed from one state of a case to another, in the order of the document. */
export function differences(before: CaseDoc, after: CaseDoc, system: UnitSystem = 'metric'): Difference[] {
  const [a, b] = [said(before, system), said(after, system)];
  return [...new Set([...a.keys(), ...b.keys()])].flatMap((path) => {
    const [was, is] = [a.get(path)?.[1] ?? '', b.get(path)?.[1] ?? ''];
    return was === is ? [] : [{ path, label: (b.get(path) ?? a.get(path))![0], before: was, after: is }];
  });
}
