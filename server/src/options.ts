import { randomInt } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import type { Context } from './context';
import { isLogLevel, LOG_LEVELS, type LogLevel } from './log';

/** How the service is started. */
export interface Options {
  port: number;
  host: string;
  data: string;
  backups: string;
  empty: boolean;
  compress: boolean;
  level: LogLevel;
  /** Restore this back-up into the data folder and end. */
  restore?: string;
  accounts?: NonNullable<Context['accounts']>;
}

export const USAGE = `Options of the service
  --port N            4300 where left out; 0 takes any that is free
  --data DIR          the data folder, ./data where left out
  --backups DIR       where a back-up goes once a day, DATA/backups where left out
  --empty             without the demo plant
  --log-level LEVEL   ${LOG_LEVELS.join(', ')}
  --compress          answers go compressed
  --restore BACKUP    put a back-up into an empty data folder, then end
  --listen ADDRESS    heard by others: people sign in, and what travels is encrypted, by
  --tls-cert FILE --tls-key FILE    a certificate and its key (PEM), or
  --behind-proxy      another server on this network that does so and sets X-Forwarded-For, -Proto and -Host`;

const LOOPBACK = ['127.0.0.1', '::1', 'localhost'];

/** @throws Error in words for options that make no sense together */
export function readOptions(args: string[], env: NodeJS.ProcessEnv): Options {
  const { values } = parseArgs({
    args,
    options: {
      port: { type: 'string', default: env['PORT'] ?? '4300' },
      data: { type: 'string', default: './data' },
      backups: { type: 'string' },
      empty: { type: 'boolean', default: false },
      'log-level': { type: 'string', default: env['CUADRO_LOG_LEVEL'] ?? 'info' },
      compress: { type: 'boolean', default: env['CUADRO_COMPRESS'] === '1' },
      restore: { type: 'string' },
      listen: { type: 'string' },
      'tls-cert': { type: 'string' },
      'tls-key': { type: 'string' },
      'behind-proxy': { type: 'boolean', default: false },
    },
  });
  const port = Number(values.port);
  if (!Number.isInteger(port) || port < 0 || port > 65_535) throw new Error(`--port ${values.port} is not a port`);
  const level = values['log-level'];
  if (!isLogLevel(level)) throw new Error(`--log-level ${level} is none of ${LOG_LEVELS.join(', ')}`);
  const data = resolve(values.data);
  const { 'tls-cert': cert, 'tls-key': key, 'behind-proxy': proxy, listen } = values;
  if (!!cert !== !!key) throw new Error('--tls-cert and --tls-key go together');
  if ((cert || proxy) && !listen) throw new Error('--tls-cert and --behind-proxy go with --listen ADDRESS: without it only this machine hears the service');
  if (listen && cert && proxy) throw new Error('either --tls-cert and --tls-key, or --behind-proxy');
  if (listen && !cert && !proxy && !LOOPBACK.includes(listen))
    throw new Error('--listen needs an encrypted line: give --tls-cert and --tls-key, or --behind-proxy when another server encrypts');
  const file = (path: string): Buffer => {
    try {
      return readFileSync(path);
    } catch (e) {
      throw new Error(`${path} cannot be read: ${(e as Error).message}`);
    }
  };
  return {
    port,
    host: listen ?? '127.0.0.1',
    data,
    backups: resolve(values.backups ?? `${data}/backups`),
    empty: values.empty,
    compress: values.compress,
    level,
    ...(values.restore !== undefined && { restore: values.restore }),
    ...(listen && {
      accounts: { secure: !!cert || proxy, code: oneTimeCode(), ...(cert && key && { tls: { cert: file(cert), key: file(key) } }), ...(proxy && { proxy }) },
    }),
  };
}

/** Eight figures in two groups, to be read from the console. */
const oneTimeCode = (): string => `${String(randomInt(10_000)).padStart(4, '0')}-${String(randomInt(10_000)).padStart(4, '0')}`;
