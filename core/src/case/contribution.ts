import { once } from '../worksheet/once';
import type { Entry, Line } from '../worksheet/types';

/**
 * What a plan adds to every route of a case: its lines and entries, named with its own prefix so that a figure opens through to
 * the plan's inputs, and which of the lines go where. Routes know plans as this alone.
 */
export interface Contribution {
  id: string;
  label: string;
  lines: readonly Line[];
  entries: readonly Entry[];
  gifts: Readonly<Partial<Record<Gift, string>>>;
}

/**
 * Where a line of a plan may go in a route: money and hours of hands for each tool, the engineer's hours once an order, those of them that stand for the usual hours of modelling, weight of
 * each tool, and what using the tool costs (or, below zero, saves) over the programme beyond other ways.
 */
export const GIFTS = ['hardware_money', 'fitting_hours', 'engineering_hours', 'modelling_hours', 'mass', 'use_cost'] as const;
export type Gift = (typeof GIFTS)[number];
export const GIFT_UNITS: Record<Gift, string> = {
  hardware_money: 'money',
  fitting_hours: 'h',
  engineering_hours: 'h',
  modelling_hours: 'h',
  mass: 'kg',
  use_cost: 'money',
};

/** Sum of what the plans give in one place; '0' where none does. */
export const giftSum = (contributions: readonly Contribution[], gift: Gift): string | undefined =>
  contributions.flatMap((c) => c.gifts[gift] ?? []).join(' + ') || undefined;

/** What tells two sets of contributions apart for a cache: the lines themselves, not who made them. */
export const contentKey = once((contributions: readonly Contribution[]): string =>
  contributions.length ? JSON.stringify(contributions.map((c) => [c.lines.map((l) => [l.name, l.expr, l.unit]), c.gifts])) : ''
);
