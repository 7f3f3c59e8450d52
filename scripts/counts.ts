import { FAMILIES } from '@cuadro/core/need/families';
import { MAKERS } from '@cuadro/core/make/makers';
import { PLANNERS } from '@cuadro/core/plan/planners';
import { PROCESSES } from '@cuadro/core/process/processes';
import { RECORD_KINDS } from '@cuadro/core/records/kinds';
import { CHECKS } from '@cuadro/core/screen/screen';
import { REMEDY_IDS } from '@cuadro/core/screen/remedies';
import { MATERIALS } from '@cuadro/core/shelf/shelf';

/** How many there are of what the README counts. */
export const counts = (): Readonly<Record<string, number>> => ({
  processes: PROCESSES.length,
  materials: MATERIALS.length,
  checks: CHECKS.length,
  remedies: REMEDY_IDS.length,
  families: FAMILIES.length,
  planners: PLANNERS.length,
  makers: MAKERS.length,
  records: RECORD_KINDS.length,
});

/** A text with every `<!--n:checks-->31<!--/n-->` brought up to date. @throws Error for a count nobody keeps */
export const withCounts = (text: string, now: Readonly<Record<string, number>>): string =>
  text.replace(/<!--n:(\w+)-->\d*<!--\/n-->/g, (_, name: string) => {
    if (now[name] === undefined) throw new Error(`The README counts "${name}", which nobody counts.`);
    return `<!--n:${name}-->${now[name]}<!--/n-->`;
  });
