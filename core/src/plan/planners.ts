import type { CaseFacts } from '../case/facts';
import type { Planner } from './planner';
import { assembly } from './planners/assembly';
import { beads } from './planners/beads';
import { brake } from './planners/brake';
import { circulation } from './planners/circulation';
import { contacts } from './planners/contacts';
import { cooling } from './planners/cooling';
import { core } from './planners/core';
import { cureTool } from './planners/cure-tool';
import { drillGuide } from './planners/drill-guide';
import { enclosed } from './planners/enclosed';
import { errorProof } from './planners/error-proof';
import { errorStack } from './planners/error-stack';
import { fit } from './planners/fit';
import { fittedParts } from './planners/fitted-parts';
import { forming } from './planners/forming';
import { gauge } from './planners/gauge';
import { grip } from './planners/grip';
import { hazards } from './planners/hazards';
import { hold } from './planners/hold';
import { impact } from './planners/impact';
import { inUse } from './planners/in-use';
import { lifts } from './planners/lifts';
import { lighten } from './planners/lighten';
import { manyUp } from './planners/many-up';
import { model } from './planners/model';
import { pieces } from './planners/pieces';
import { pattern } from './planners/pattern';
import { poses } from './planners/poses';
import { room } from './planners/room';
import { shield } from './planners/shield';
import { spare } from './planners/spare';
import { spin } from './planners/spin';
import { todaySteps } from './planners/today-steps';
import { trayArray } from './planners/tray-array';
import { viceJaws } from './planners/vice-jaws';
import { vents } from './planners/vents';

/** Every planner, in the order in which they are offered. */
export const PLANNERS: readonly Planner[] = [
  grip,
  hold,
  viceJaws,
  drillGuide,
  brake,
  forming,
  spin,
  cureTool,
  beads,
  vents,
  pattern,
  cooling,
  core,
  gauge,
  lifts,
  circulation,
  trayArray,
  shield,
  contacts,
  impact,
  spare,
  errorProof,
  hazards,
  errorStack,
  manyUp,
  fittedParts,
  enclosed,
  pieces,
  fit,
  assembly,
  room,
  poses,
  lighten,
  model,
  todaySteps,
  inUse,
];

/** @throws Error for an unknown id */
export function plannerOf(id: string): Planner {
  const p = PLANNERS.find((x) => x.id === id);
  if (!p) throw new Error(`No planner is called "${id}"; there are ${PLANNERS.map((x) => x.id).join(', ')}.`);
  return p;
}

export const plannersFor = (facts: Pick<CaseFacts, 'doc' | 'family'>): Planner[] => PLANNERS.filter((p) => p.fits(facts) || facts.doc.plans?.[p.id]);
