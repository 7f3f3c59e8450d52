import { createHash } from 'node:crypto';
import { builtInFigures } from '@cuadro/core/decide/engine';

let digest: string | undefined;
/** SHA-256 of all built-in figures, shortened: a signature says which it was made with. */
export const digestOfFigures = (): string => (digest ??= createHash('sha256').update(builtInFigures()).digest('hex').slice(0, 16));
