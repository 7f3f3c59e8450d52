import { mkdirSync } from 'node:fs';
import { randomUUID } from 'node:crypto';
import type { FastifyServerOptions } from 'fastify';
import { multistream } from 'pino';
import { createStream } from 'rotating-file-stream';

/** How much is written, from most to least. */
export const LOG_LEVELS = ['debug', 'info', 'warn', 'error', 'silent'] as const;
export type LogLevel = (typeof LOG_LEVELS)[number];
export const isLogLevel = (x: string): x is LogLevel => (LOG_LEVELS as readonly string[]).includes(x);

/** One file is closed at this size, and so many old ones are kept. */
const FILE_SIZE = '10M';
const FILES = 5;

/**
 * Structured log, a JSON object a line: to `cuadro.log` in the folder, turned over by size, and warnings and worse to the console as well.
 * Of a request it says method, path, status, time and its id, which a person is shown with a failure; never what was sent.
 */
export function openLog(folder: string, level: LogLevel): { logger: FastifyServerOptions['logger']; close(): Promise<void> } {
  if (level === 'silent') return { logger: false, close: async () => undefined };
  mkdirSync(folder, { recursive: true });
  const file = createStream('cuadro.log', { path: folder, size: FILE_SIZE, maxFiles: FILES });
  // A log that cannot be written stops nothing.
  file.on('error', (e) => void process.stderr.write(`cuadro: the log cannot be written: ${e.message}\n`));
  const stream = multistream([{ level, stream: file }, { level: level === 'error' ? 'error' : 'warn', stream: process.stderr }]);
  return {
    logger: {
      level,
      stream,
      serializers: {
        req: ({ method, url }: { method: string; url: string }) => ({ method, path: url.split('?')[0] }),
        res: ({ statusCode }) => ({ status: statusCode }),
      },
    },
    close: () => new Promise((done) => file.end(() => done())),
  };
}

/** Short enough to be read out on the telephone. */
const ID_LENGTH = 8;
export const requestId = (): string => randomUUID().slice(0, ID_LENGTH);
