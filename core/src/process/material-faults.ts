import { namesIn, parseExpr } from '../worksheet/parse';
import { PROPERTIES } from '../shelf/properties';
import type { Material } from '../shelf/types';
import { PROCESSES } from './processes';

/** What is wrong with a material, property by property; empty when it can be used. */
export function materialFaults(m: Material): { property: string; message: string }[] {
  const out: { property: string; message: string }[] = [];
  const fault = (p: { id: string }, message: string): void => void out.push({ property: p.id, message });
  for (const p of PROPERTIES) {
    if (p.kind === 'text') {
      const t = p.get(m);
      if (typeof t !== 'string' || t.length > p.max) fault(p, `${p.label}: at most ${p.max} letters.`);
      else if (p.least && !t.trim()) fault(p, `${p.label} is missing.`);
    } else if (p.kind === 'choice') {
      if (!p.options.some((o) => o.value === p.get(m))) fault(p, `${p.label}: one of ${p.options.map((o) => o.value).join(', ')}.`);
    } else {
      const r = p.get(m);
      if (r === undefined) {
        if (!p.optional) fault(p, `${p.label} is missing.`);
      } else if (![r.low, r.likely, r.high].every((x) => typeof x === 'number' && Number.isFinite(x))) fault(p, `${p.label}: numbers.`);
      else if (!(r.low <= r.likely && r.likely <= r.high)) fault(p, `${p.label}: low, likely and high must rise.`);
      else if (r.low < p.min || r.high > p.max)
        fault(p, `${p.label} must lie between ${p.min} and ${p.max}${p.unit ? ` ${p.unit}` : ''}. Check the unit and the zeros.`);
    }
  }
  const unknown = m.processes.filter((id) => !PROCESSES.some((p) => p.id === id));
  if (unknown.length) fault({ id: 'processes' }, `No process is called ${unknown.join(', ')}; there are ${PROCESSES.map((p) => p.id).join(', ')}.`);
  if (
    PROCESSES.some((p) => m.processes.includes(p.id) && p.lines.some((l) => namesIn(parseExpr(l.name, l.expr)).includes('cutting'))) && m.cutting === undefined
  )
    fault({ id: 'cutting' }, 'Stock that is cut needs a cutting effort.');
  return out;
}
