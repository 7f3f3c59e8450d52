import type { Material } from '../shelf/types';
import type { Family } from './family';
import { REQUIREMENTS, type Need, type RequirementId } from './requirements';

/** Questions that a material raises, whatever the family. */
const RAISED: readonly {
  id: RequirementId;
  by: (m: Material) => boolean;
  why: (m: Material) => string; /** Moot where nothing loads the tool. */
  loaded?: true;
}[] = [
  { id: 'wet', by: (m) => m.moisture.uptake === 'much', why: (m) => `${m.label} swells in damp.` },
  { id: 'uv', by: (m) => m.uv === 'embrittles', why: (m) => `${m.label} goes brittle in sunlight.` },
  { id: 'impact', by: (m) => m.impact === 'brittle', why: (m) => `${m.label} breaks when dropped.` },
  { id: 'lasting', loaded: true, by: (m) => m.creep <= 0.3, why: (m) => `${m.label} creeps under a load that stays.` },
  { id: 'nonMarring', by: (m) => m.marks === 'yes', why: (m) => `${m.label} marks finished faces.` },
];

/** Asked of every tool: they move the programme's price, or say by when it is to be begun, whatever the tool does. */
const ALWAYS: readonly RequirementId[] = ['designs', 'changes', 'changeBy', 'leadLimit'];

/**
 * Which questions this case has to answer, and why each is asked: what the kind of tool stands or falls by, what somebody has
 * answered already, and what the pinned routes are sensitive to. In the order of the requirements.
 */
export function relevant(family: Family, need: Need, pinned: readonly Material[]): Map<RequirementId, string> {
  const out = new Map<RequirementId, string>();
  const unloaded = (need.load ?? family.defaults.load)?.value === 0;
  for (const { id, help } of REQUIREMENTS) {
    const raised = RAISED.find((r) => r.id === id && !(r.loaded && unloaded));
    const by = raised && pinned.find(raised.by);
    if (family.essential.includes(id)) out.set(id, `${family.label} stands or falls by it. ${help}`);
    else if (need[id] !== undefined || family.defaults[id] !== undefined || family.asks.includes(id) || ALWAYS.includes(id)) out.set(id, help);
    else if (by) out.set(id, `${raised.why(by)} ${help}`);
  }
  return out;
}
