import { findHoles } from '@cuadro/core/shape/holes';
import { shapeCommand } from '../command';

/** Round holes, largest first. */
export const holes = shapeCommand('holes', ({ mesh }) => findHoles(mesh));
