import { readFile } from 'node:fs/promises';
import Papa from 'papaparse';
import { fitWeibull, LifeError, type Lived } from '@cuadro/core/records/weibull';
import { type Command, Fault, parse, print } from '../command';

const usage = 'life LOG.csv';
const FAILED: Readonly<Record<string, boolean>> = { 1: true, 0: false, true: true, false: false, yes: true, no: false };

/** How long tools last: a Weibull life from a log of cycles, 1 where a tool ended and 0 where it is still in use. */
export const life: Command = {
  name: 'life',
  usage,
  async run(args) {
    const { file } = parse(args, usage, {});
    const bad = (why: string): Fault => new Fault(`${file}: ${why}`, 2);
    const text = await readFile(file, 'utf8').catch((e: NodeJS.ErrnoException) => {
      throw bad(e.code === 'ENOENT' ? 'no such file' : e.message);
    });
    const { data, meta } = Papa.parse<Record<string, string>>(text, {
      header: true,
      skipEmptyLines: 'greedy',
      transformHeader: (h) => h.replace(/^\uFEFF/, '').trim().toLowerCase(),
    });
    for (const column of ['cycles', 'failed']) if (!meta.fields?.includes(column)) throw bad(`there is no column "${column}"`);
    const lives = data.map((row, k): Lived => {
      const cycles = Number(row['cycles']?.trim() || NaN);
      const failed = FAILED[row['failed']?.trim().toLowerCase() ?? ''];
      // Line 1 is the heading.
      if (!(cycles > 0 && Number.isFinite(cycles))) throw bad(`line ${k + 2}: cycles "${row['cycles'] ?? ''}" is not a positive number`);
      if (failed === undefined) throw bad(`line ${k + 2}: failed "${row['failed'] ?? ''}" is neither 1 nor 0`);
      return { cycles, failed };
    });
    try {
      print(fitWeibull(lives));
    } catch (e) {
      throw e instanceof LifeError ? bad(e.message) : e;
    }
  },
};
