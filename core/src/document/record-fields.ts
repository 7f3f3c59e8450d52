import type { Values } from '../inputs/spec';
import { Fieldwise } from './changes';

/** Changes of a record, answer by answer. */
export const RECORD_CHANGES = new Fieldwise<Values>({ isWhole: (path) => path.length > 0 });
