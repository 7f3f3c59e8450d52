import { number, type Option, type Values } from '../../inputs/spec';
import { formatNumber } from '../../quantity/quantity';
import type { Source } from '../../worksheet/types';
import { compared, type Figures, type Planner, type PlanContext, type PlanFinding, takenAs } from '../planner';

const CREEP: Source = {
  kind: 'standard',
  text: 'Usual table of creepage over plastic by voltage, for what gets damp or dusty. A printed face is rough and holds dirt: it counts as that.',
};
const PRACTICE: Source = { kind: 'standard', text: 'Practice: usual range; what the maker of the contacts says goes before it.' };

/** Voltage and the way along a face that it asks, mm: in a clean cell, and where it gets damp or dusty. */
const CREEPAGE: readonly (readonly [volts: number, clean: number, dusty: number])[] = [
  [10, 0.4, 1],
  [25, 0.5, 1.25],
  [50, 1.2, 1.9],
  [100, 1.4, 2.2],
  [160, 1.6, 2.5],
  [250, 2.5, 4],
  [400, 4, 6.3],
  [630, 6.3, 10],
  [1000, 10, 16],
];
const PLACES: readonly Option[] = [{ value: 'dusty', label: 'damp or dusty at times' }, { value: 'clean', label: 'clean and dry' }];
/** Pushed home by: N. */
const PUSHES: readonly (Option & { most: number })[] = [
  { value: 'thumb', label: 'a thumb', most: 45 },
  { value: 'hand', label: 'a hand', most: 100 },
  { value: 'lever', label: 'a lever', most: 300 },
  { value: 'drive', label: 'a cylinder', most: 2000 },
];
const pushOf = (v: Values) => PUSHES.find((p) => p.value === v['by']) ?? PUSHES[0];
/** Above this a touch hurts somebody. */
const TOUCH_V = 50;
const USUAL_V = 24;

/** Way along a face that a voltage asks, mm: that of the next row up. */
export const creepage = (volts: number, clean: boolean): number => (CREEPAGE.find(([v]) => volts <= v) ?? CREEPAGE.at(-1)!)[clean ? 1 : 2];

function findings(f: Figures, values: Values, { facts: { need, site } }: PlanContext): PlanFinding[] {
  const mm = (x: number): string => `${formatNumber(x, 3)} mm`;
  const out: PlanFinding[] = [
    compared('creep', 'Insulation between contacts', CREEP.text, f('between'), f('creep_needed'), 'mm', {
      least: true,
      near: 1.3,
      ofNew: true,
      says: (state) =>
        `${mm(f('between'))} of plastic lie between two contacts; ${formatNumber(f('volts'))} V ask ${mm(f('creep_needed'))}${
          state === 'pass' ? '.' : ': a slot or a rib between them makes the way longer, or every other place stays empty.'
        }`,
    }),
    compared('push', 'Pushed home', PRACTICE.text, f('push'), pushOf(values).most, 'N', {
      near: 1.3,
      ofNew: true,
      says: (state) =>
        `${formatNumber(f('contacts'))} contacts push back with ${formatNumber(f('push'), 3)} N (${formatNumber(f.high('push'), 3)} N at the most); ${
          pushOf(values).label
        } gives ${formatNumber(pushOf(values).most)} N${
          state === 'pass' ? '.' : ': a lever or a cylinder, and a stop that takes the push, not the plug of the work.'
        }`,
    }),
    {
      id: 'worn',
      label: 'Contacts wear',
      state: 'pass',
      value: f('sets_year'),
      unit: '',
      ofNew: true,
      basis: PRACTICE.text,
      reason: `${formatNumber(f('cycles'))} plugs a year wear ${formatNumber(f('sets_year'), 2)} sets of contacts (${formatNumber(f.low('sets_year'), 2)} to ${
        formatNumber(f.high('sets_year'), 2)
      }): ${formatNumber(f('money_year'), 3)} ${site.shop.currency} a year, and ${
        formatNumber(f('hours_year'), 2)
      } h to change them. Put them in sleeves that stay when the contact goes; count plugs.`,
    },
    compared('loss', 'Lost in the contacts', PRACTICE.text, f.high('drop'), f('may_drop'), 'V', {
      near: 2,
      ofNew: true,
      says: (state) =>
        `${formatNumber(f('amps'), 3)} A lose ${formatNumber(f('drop'), 2)} V in a pair (${formatNumber(f.high('drop'), 2)} V when it is worn)${
          state === 'pass' ? '.' : `, ${formatNumber(f('may_drop'), 2)} V may be: measure with a second pair that carries nothing.`
        }`,
    }),
  ];
  const leads = need.esd && need.esd.value !== 'none';
  if (leads) {
    out.push({
      id: 'leads',
      label: 'A grade that leads charge off',
      state: f('volts') > TOUCH_V ? 'fail' : 'conditional',
      ofNew: true,
      basis: PRACTICE.text,
      reason: f('volts') > TOUCH_V
        ? `What leads charge off also leads ${formatNumber(f('volts'))} V: contacts sit in sleeves of an insulating grade, and only the rest is of the other.`
        : 'What leads charge off lies beside the contacts: sleeves of an insulating grade, or what is measured is wrong by what flows past.',
    });
  }
  out.push({
    id: 'touch',
    label: 'Before it is used',
    state: f('volts') > TOUCH_V ? 'conditional' : 'pass',
    ofNew: true,
    basis: 'Law and standard of the place go before this plan.',
    reason: f('volts') > TOUCH_V
      ? `${
        formatNumber(f('volts'))
      } V hurt or kill: no live part within reach of a finger, live only while the cover is shut, insulation measured and the aid released by an electrician.`
      : `Measure the insulation between neighbours, and all contacts with a known good and a known bad part. ${formatNumber(f('volts'))} V are safe to touch.`,
  });
  return out;
}

/** A socket or plug that many parts are tried in. */
export const contacts: Planner = {
  id: 'contacts',
  about: 'work',
  label: 'Plugs and contacts',
  what:
    'An aid that plugs into the work to try it: insulation between its contacts, what pushes it home, how soon contacts wear and what they cost, and what is measured before it is used.',
  basis: [CREEP, PRACTICE],
  fits: ({ family }) => ['assembly-fixture', 'inspection-fixture', 'hand-tool', 'gauge'].includes(family.id),
  headline: ['between', 'creep_needed', 'push', 'sets_year', 'money_year'],
  inputs: [
    number('volts', 'Highest voltage', 'count', [0, 1000], USUAL_V, { group: 'Electric', help: 'V; above 1 000 V this plan says nothing.' }),
    number('amps', 'Current of a contact', 'count', [0, 500], 0.5, { group: 'Electric', help: 'A' }),
    number('may_drop', 'May be lost in a pair, V', 'count', [0.0001, 100], 0.2, { group: 'Electric' }),
    { kind: 'choice', id: 'place', label: 'The place is', group: 'Electric', options: PLACES, usual: 'dusty' },
    number('contacts', 'Contacts', 'count', [1, 5000], 12, { group: 'Contacts', whole: true }),
    number('pitch', 'From middle to middle', 'length', [0.2, 200], 4, { group: 'Contacts' }),
    number('bare', 'Bare metal of one, across', 'length', [0.1, 100], 1.5, { group: 'Contacts' }),
    number('each', 'One pushes with', 'force', [0.05, 200], [0.8, 1.5, 2.5], { group: 'Contacts', ranged: true, source: PRACTICE }),
    { kind: 'choice', id: 'by', label: 'Pushed home by', group: 'Contacts', options: PUSHES.map(({ value, label }) => ({ value, label })), usual: 'hand' },
    number('lasts', 'One lasts, plugs', 'count', [10, 10_000_000], [20_000, 60_000, 200_000], { group: 'Contacts', ranged: true, source: PRACTICE }),
    number('price', 'One costs', 'money', [0, 5000], [2, 4, 12], { group: 'Contacts', ranged: true, source: PRACTICE }),
    number('change', 'Time to change one', 'time', [0, 10], [0.02, 0.04, 0.1], { group: 'Contacts', ranged: true, source: PRACTICE }),
  ],
  entries: (_, { values, facts }: PlanContext) => [
    takenAs(
      'contacts',
      'creep_table',
      'Creepage that the voltage asks',
      'mm',
      creepage((values['volts'] as number | undefined) ?? USUAL_V, values['place'] === 'clean'),
      CREEP,
    ),
    takenAs('contacts', 'ohms', 'Resistance of a pair, Ω', '', { low: 0.02, likely: 0.05, high: 0.15 }, PRACTICE),
    takenAs('contacts', 'cycles', 'Plugs a year', '', facts.need.cyclesPerYear?.value ?? 5000, { kind: 'need', text: 'Cycles a year, from the Need step.' }),
  ],
  lines: [
    { name: 'between', label: 'Plastic between two contacts', unit: 'mm', expr: 'pitch - bare' },
    { name: 'creep_needed', label: 'The voltage asks', unit: 'mm', expr: 'creep_table' },
    { name: 'push', label: 'They push back with', unit: 'N', expr: 'contacts * each' },
    { name: 'sets_year', label: 'Sets of contacts a year', unit: '', expr: 'cycles / lasts' },
    { name: 'money_year', label: 'Contacts a year', unit: 'money', expr: 'sets_year * contacts * price' },
    { name: 'hours_year', label: 'Changing them, a year', unit: 'h', expr: 'sets_year * contacts * change' },
    { name: 'drop', label: 'Lost in a pair, V', unit: '', expr: 'amps * ohms' },
  ],
  findings,
  gives: [{ line: 'push', to: 'load' }],
  cautions: ['Aids that carry mains or more are built, tried and released by an electrician by the rules of the place. Never defeat a cover switch to look.'],
};
