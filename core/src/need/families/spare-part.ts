import { type Family, usual } from '../family';

export const sparePart: Family = {
  id: 'spare-part',
  label: 'Spare or wear part of a machine',
  what: 'Replaces a part that stops a line.',
  duty: 'spare',
  areas: ['maintenance'],
  form: 'shaped',
  fill: { low: 0.3, likely: 0.5, high: 0.8 },
  loadCase: 'bending',
  revisions: { low: 0, likely: 0, high: 1 },
  defaults: { copies: usual(1), cyclesPerYear: usual(4000), years: usual(3), tolerance: usual(0.2), wear: usual('rubbing') },
  essential: ['load', 'serviceTemp', 'fluids'],
  asks: ['held', 'rotation', 'lasting', 'deflection', 'wet', 'uv'],
  today: "ordered from the machine's maker, weeks away",
  usualTrouble: 'obsolete; the line waits for a supplier',
  failsBy: 'worn or broken by the load nobody knew',
  economics: 'each hour of the stopped line',
  cautions: ['Say on the part whether it is temporary; turning parts can burst: keep the guard on for the first run and check speed and balance.'],
  firstUse: [
    'First run behind its guard, nobody in the plane of what turns: runs as the old one did',
  ],
};
