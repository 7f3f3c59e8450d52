/** Who may do what where the service listens to others. */

export const ROLES = ['viewer', 'engineer', 'approver', 'administrator'] as const;
export type Role = (typeof ROLES)[number];

/** What a request does: nobody has to be known for it; it reads; changes; signs; manages people and back-ups. */
export const NEEDS = ['nobody', 'read', 'edit', 'sign', 'manage'] as const;
export type Needed = (typeof NEEDS)[number];

/** One who signs does not manage accounts, and one who manages accounts does not sign. */
const MAY: Readonly<Record<Role, readonly Needed[]>> = {
  viewer: ['nobody', 'read'],
  engineer: ['nobody', 'read', 'edit'],
  approver: ['nobody', 'read', 'edit', 'sign'],
  administrator: ['nobody', 'read', 'edit', 'manage'],
};
export const may = (role: Role, needed: Needed): boolean => MAY[role].includes(needed);

export const ROLE_WORDS: Readonly<Record<Role, string>> = {
  viewer: 'reads everything, changes nothing',
  engineer: 'makes and changes cases, shop figures and records',
  approver: 'does what an engineer does, and signs verdicts',
  administrator: 'does what an engineer does, and manages accounts and back-ups; does not sign',
};

/** The shortest password that is taken; no other rule but that it is not a common one. */
export const PASSWORD_LEAST = 12;
export const PASSWORD_MOST = 200;
