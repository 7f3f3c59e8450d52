import { costs, range, type RemedyKind } from '../remedy';

export const twoStageCure: RemedyKind = {
  id: 'two-stage-cure',
  label: 'a two-stage cure',
  how: 'cured on the tool just to handling strength below its limit, then post-cured without it',
  read: [{ what: 'oven' }, { what: 'hours' }],
  look: 'Handling strength on the tool, the rest without it, by the sheet of the resin',
  fits: ({ family }) => family.duty === 'core' || family.duty === 'layup',
  cost: () => costs({ hours: range(0.5, 1, 2) }),
};
