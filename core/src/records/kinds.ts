import { NO_EVIDENCE, type Evidence } from './evidence';
import type { RecordKind, RecordRow } from './kind';
import { build } from './kinds/build';
import { check } from './kinds/check';
import { formingStep } from './kinds/forming-step';
import { gaugeStudy } from './kinds/gauge-study';
import { trial } from './kinds/trial';
import { claim } from './kinds/claim';
import { cutter } from './kinds/cutter';
import { formedPart } from './kinds/formed-part';
import { leakTest } from './kinds/leak-test';
import { lot } from './kinds/lot';
import { setUp } from './kinds/set-up';
import { certificate } from './kinds/certificate';
import { machine } from './kinds/machine';
import { job } from './kinds/job';
import { making } from './kinds/making';
import { note } from './kinds/note';
import { partner } from './kinds/partner';
import { pastOrder } from './kinds/past-order';
import { quote } from './kinds/quote';
import { refusedJob } from './kinds/refused-job';
import { release } from './kinds/release';
import { scan } from './kinds/scan';
import { scenario } from './kinds/scenario';
import { storedTool } from './kinds/stored-tool';
import { toolingTime } from './kinds/tooling-time';
import { vice } from './kinds/vice';
import { toolLife } from './kinds/tool-life';

/** Every kind of record. */
export const RECORD_KINDS: readonly RecordKind[] = [
  quote,
  certificate,
  note,
  machine,
  toolLife,
  build,
  scenario,
  job,
  making,
  check,
  scan,
  release,
  gaugeStudy,
  trial,
  storedTool,
  refusedJob,
  toolingTime,
  pastOrder,
  claim,
  partner,
  formingStep,
  formedPart,
  leakTest,
  setUp,
  lot,
  cutter,
  vice,
];

/** @throws Error for an unknown id */
export function recordKindOf(id: string): RecordKind {
  const k = RECORD_KINDS.find((x) => x.id === id);
  if (!k) throw new Error(`No kind of record is called "${id}"; there are ${RECORD_KINDS.map((x) => x.id).join(', ')}.`);
  return k;
}

/** What all records of a site say together. */
export function evidenceOf(rows: readonly RecordRow[]): Evidence {
  return RECORD_KINDS.reduce<Evidence>((sum, kind) => {
    const own = rows.filter((r) => r.kind === kind.id);
    const more = own.length ? kind.summarise?.(own) : undefined;
    return more
      ? {
        life: [...sum.life, ...(more.life ?? [])],
        ratios: [...sum.ratios, ...(more.ratios ?? [])],
        ...((sum.prices ?? more.prices)?.length && { prices: [...(sum.prices ?? []), ...(more.prices ?? [])] }),
        ...((sum.lots ?? more.lots)?.length && { lots: [...(sum.lots ?? []), ...(more.lots ?? [])] }),
        ...((sum.vices ?? more.vices)?.length && { vices: [...(sum.vices ?? []), ...(more.vices ?? [])] }),
        ...((sum.machines ?? more.machines) && { machines: [...(sum.machines ?? []), ...(more.machines ?? [])] }),
      }
      : sum;
  }, NO_EVIDENCE);
}
