import { costs, isPlastic, range, type RemedyKind } from '../remedy';

export const wideWashers: RemedyKind = {
  id: 'wide-washers',
  label: 'wide washers',
  how: 'wide hard washers under the bolt heads, three times the bolt across',
  fits: (ctx) => isPlastic(ctx) || ctx.material.family === 'board',
  cost: () => costs({ money: range(0.5, 1.5, 4), hours: range(0.05, 0.1, 0.2), mass_kg: range(0.005, 0.02, 0.05) }),
  notBeside: ['compression-limiters'],
  quarrels: { 'compression-limiters': 'Sleeves already carry the bolts: no washers are needed beside them.' },
};
