import type { Process } from '../process/process';
import { equipped, machineFor, watched } from '../process/machine';
import { processOf } from '../process/processes';
import { type CaseFacts, sizeOf } from './facts';

/** A process as this site runs it for this tool: on the machine of its register where it has one, else as the book has it. */
export function processFor({ doc, site: { shop, evidence } }: Pick<CaseFacts, 'doc' | 'site'>, id: string, material: string): Process {
  const book = processOf(id);
  const machine = evidence.machines?.length ? machineFor(book, material, sizeOf(doc, book.kind === 'print').sorted, evidence.machines) : undefined;
  const process = machine ? equipped(book, machine) : book;
  const { shiftStart_min, shiftEnd_min } = shop.calendar;
  return shop.calendar.unattended && machine?.alone !== false ? process : watched(process, (shiftEnd_min - shiftStart_min) / 60);
}
