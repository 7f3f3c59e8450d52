import { FAMILIES } from '../need/families';
import { PLANNERS } from '../plan/planners';
import { PROCESSES } from '../process/processes';
import { billLines } from '../routes/bill';
import { MATERIALS } from '../shelf/shelf';
import { SHOP_FIGURES } from '../shelf/shop';

/** Raised with every change of what a figure comes out at; a signature says with which it was made. */
export const ENGINE_VERSION = '17';

/** Everything built in that a figure may rest on, as one text: its digest tells one set of figures from another. */
export const builtInFigures = (): string =>
  JSON.stringify([
    SHOP_FIGURES,
    MATERIALS,
    PROCESSES,
    billLines([], 'house'),
    billLines([], 'bureau'),
    FAMILIES.map(({ id, fill, revisions, defaults }) => [id, fill, revisions, defaults]),
    PLANNERS.map(({ id, inputs, lines }) => [id, inputs, lines]),
  ]);
