import { randomBytes, scrypt, type ScryptOptions, timingSafeEqual } from 'node:crypto';
import { dictionary } from '@zxcvbn-ts/language-common';
import { PASSWORD_LEAST, PASSWORD_MOST } from '@cuadro/core/people';

/** Cost: 32 MB and about a tenth of a second. @see OWASP Password Storage Cheat Sheet, scrypt with N = 2^15, r = 8, p = 3 */
const COST: ScryptOptions = { N: 2 ** 15, r: 8, p: 3, maxmem: 64 * 1024 * 1024 };
const BYTES = 32;

const derive = (password: string, salt: Buffer): Promise<Buffer> =>
  new Promise((done, fail) => scrypt(password.normalize('NFKC'), salt, BYTES, COST, (e, key) => (e ? fail(e) : done(key))));

/** Salt and key, both in base64url. */
export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16);
  return `scrypt.${salt.toString('base64url')}.${(await derive(password, salt)).toString('base64url')}`;
}

/** Stands for somebody who is not there, so that an unknown name takes as long as a wrong password. */
const NOBODY = `scrypt.${Buffer.alloc(16).toString('base64url')}.${Buffer.alloc(BYTES).toString('base64url')}`;

export async function passwordMatches(password: string, stored: string = NOBODY): Promise<boolean> {
  const [, salt, key] = stored.split('.').map((part) => Buffer.from(part, 'base64url'));
  return timingSafeEqual(await derive(password.slice(0, PASSWORD_MOST), salt), key) && stored !== NOBODY;
}

const COMMON: ReadonlySet<string> = new Set(dictionary['passwords-common']);

/** Why a password is not taken; nothing where it is. Length and commonness count, not what kinds of letters are in it. */
export function passwordFault(password: string, login: string): string | undefined {
  const plain = password.toLowerCase();
  if (password.length < PASSWORD_LEAST) return `A password has at least ${PASSWORD_LEAST} letters: three or four words do well.`;
  if (password.length > PASSWORD_MOST) return `A password has at most ${PASSWORD_MOST} letters.`;
  if (plain.includes(login.toLowerCase()) || plain.includes('cuadro')) return 'The password holds the name of its owner or of this program.';
  // A common one that is drawn out is common still.
  const core = plain.replace(/[^a-z]+$/, '').replace(/^[^a-z]+/, '');
  if (COMMON.has(plain) || COMMON.has(core) || new Set(plain).size < 5) return 'This password is on the list of common ones, or nearly so: take another.';
  return undefined;
}
