import type { CheckContext } from './check';
import type { Remedy, RemedyKind } from './remedy';
import { anneal } from './remedies/anneal';
import { bushings } from './remedies/bushings';
import { coating } from './remedies/coating';
import { compressionLimiters } from './remedies/compression-limiters';
import { conductiveGrade } from './remedies/conductive-grade';
import { deeperSection } from './remedies/deeper-section';
import { dye } from './remedies/dye';
import { drainHoles } from './remedies/drain-holes';
import { drilledHoles } from './remedies/drilled-holes';
import { dryBox } from './remedies/dry-box';
import { fibreRods } from './remedies/fibre-rods';
import { insist } from './remedies/insist';
import { joinPieces } from './remedies/join-pieces';
import { machinedDatums } from './remedies/machined-datums';
import { metalFace } from './remedies/metal-face';
import { plannedReplacement } from './remedies/planned-replacement';
import { printAgain } from './remedies/print-again';
import { ream } from './remedies/ream';
import { seal } from './remedies/seal';
import { smooth } from './remedies/smooth';
import { sparkErosion } from './remedies/spark-erosion';
import { softPads } from './remedies/soft-pads';
import { wideWashers } from './remedies/wide-washers';
import { tiltedSetUp } from './remedies/tilted-set-up';
import { twoStageCure } from './remedies/two-stage-cure';

/** Every remedy under its id. Effects are applied in this order: heat before machining, machining before coats, pads last. */
const KINDS = {
  insist,
  'dry-box': dryBox,
  anneal,
  'deeper-section': deeperSection,
  'fibre-rods': fibreRods,
  'conductive-grade': conductiveGrade,
  'join-pieces': joinPieces,
  'drain-holes': drainHoles,
  'tilted-set-up': tiltedSetUp,
  'spark-erosion': sparkErosion,
  'print-again': printAgain,
  'machined-datums': machinedDatums,
  'drilled-holes': drilledHoles,
  bushings,
  ream,
  'compression-limiters': compressionLimiters,
  'wide-washers': wideWashers,
  'metal-face': metalFace,
  smooth,
  seal,
  dye,
  coating,
  'soft-pads': softPads,
  'two-stage-cure': twoStageCure,
  'planned-replacement': plannedReplacement,
};
export type RemedyId = keyof typeof KINDS;
export const REMEDIES: readonly RemedyKind[] = Object.values(KINDS);

const byId = new Map(REMEDIES.map((r) => [r.id, r]));
export const REMEDY_IDS: readonly string[] = Object.keys(KINDS);

/** @throws Error for an unknown id */
export function remedyKind(id: string): RemedyKind {
  const r = byId.get(id);
  if (!r) throw new Error(`No remedy is called "${id}"`);
  return r;
}

const wearTaken = (kind: RemedyKind, ctx: CheckContext): boolean => !!kind.metalFace || !!kind.carriesWear?.(ctx);
/** Do the remedies taken put metal where it wears? */
export const wearIsOnMetal = (ctx: CheckContext): boolean => REMEDIES.some((r) => ctx.taken.has(r.id) && wearTaken(r, ctx));

/** A remedy priced on one route. */
export function priced(kind: RemedyKind, ctx: CheckContext): Remedy {
  const { id, metalFace, habit, lifeUsed, extraPieces, parts_h, rest_h } = kind;
  const { how, chemicals, label = kind.label } = kind.onRoute?.(ctx) ?? kind;
  return {
    id,
    label,
    how,
    ...(chemicals && { chemicals }),
    ...kind.cost(ctx),
    ...(metalFace && { metalFace }),
    ...(wearTaken(kind, ctx) && { carriesWear: true }),
    ...(kind.pad && { pad: true }),
    ...(habit && { habit }),
    ...(lifeUsed && { lifeUsed }),
    ...(extraPieces && { extraPieces }),
    ...(kind.sections && { sections: kind.sections(ctx) }),
    ...(parts_h && { parts_h }),
    ...(rest_h && { rest_h }),
  };
}

/** Sentences about remedies that do not go together. */
export function quarrels(ids: readonly string[]): string[] {
  return ids.flatMap((a) =>
    ids.flatMap((b) => {
      const says = (remedyKind(a).quarrels as Readonly<Record<string, string>> | undefined)?.[b];
      return says ? [says] : [];
    })
  );
}
