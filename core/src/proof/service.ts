import type { Percentiles } from '../worksheet/sample';
import type { RecordRow } from '../records/kind';
import { lifeEvidence, type Evidence } from '../records/evidence';
import type { Duty } from '../need/family';
import type { Need } from '../need/requirements';
import { formatNumber } from '../quantity/quantity';

/** Cycles a tool has made, of those it is needed for, beside what tools like it have been shown to last. */
export interface Service {
  made: number;
  /** Its share of all cycles of the programme. */
  needed?: number;
  /** As estimated: nine in ten last so long, half do. */
  life?: Pick<Percentiles, 'p10' | 'p50'>;
  words: string;
}

/** Cycles of the programme for one of the copies in use; nothing while cycles or years are not known. */
export function neededCycles({ cyclesPerYear, years, copies }: Pick<Need, 'cyclesPerYear' | 'years' | 'copies'>): number | undefined {
  return cyclesPerYear && years ? (cyclesPerYear.value * years.value) / (copies?.value ?? 1) : undefined;
}

/**
 * @param needed cycles of the programme for one of the copies in use
 * @param life of the way that was decided for
 */
export function serviceOf(made: number, needed: number | undefined, life: Service['life'], values: RecordRow['values'], evidence: Evidence): Service {
  const own = lifeEvidence(evidence, values['duty'] as Duty, String(values['material']));
  const count = (x: number): string => formatNumber(Number(x.toPrecision(3)));
  const parts = [`${formatNumber(made)} cycles made`];
  if (needed) parts.push(`${count(needed)} needed over the programme (${Math.round((100 * made) / needed)} %)`);
  if (own) parts.push(`${own.n} ${own.n === 1 ? 'tool' : 'tools'} of this duty and material in your log: ${own.worn} worn out, median ${count(own.median)}`);
  else parts.push('no tool of this duty and material in your log has proved a life yet');
  if (life) {
    parts.push(
      needed && needed > life.p10
        ? `estimated, nine in ten last ${count(life.p10)}: plan ${Math.ceil(needed / life.p50)} of them, and replace it ${
          made >= life.p10 ? 'now' : `at ${count(life.p10)}`
        }`
        : `estimated, nine in ten last ${count(life.p10)}, which is enough`,
    );
  }
  return { made, ...(needed && { needed }), ...(life && { life: { p10: life.p10, p50: life.p50 } }), words: `${parts.join('; ')}.` };
}

/** Tools still in use that were made to an earlier revision than the one released last: they are to be withdrawn. By id. */
export function outdated(releases: readonly RecordRow[], tools: readonly RecordRow[]): ReadonlySet<string> {
  const design = (r: RecordRow): number => Number(r.values['design'] ?? 0);
  const newest = Math.max(0, ...releases.map(design));
  const byNumber = new Map(releases.map((r) => [String(r.values['number']), design(r)]));
  return new Set(
    tools.filter((t) => {
      const own = byNumber.get(String(t.values['number'])) ?? Number(t.values['revision'] ?? NaN);
      return (t.values['ended'] ?? 'in-use') === 'in-use' && Number.isFinite(own) && own < newest;
    }).map((t) => t.id),
  );
}
