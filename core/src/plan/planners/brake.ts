import { number, type Values } from '../../inputs/spec';
import type { Entry, Source } from '../../worksheet/types';
import { metalEntries, metalInputs, METALS, metalOf } from '../metals';
import { arcPoints, type Mark, type XY } from '../drawing';
import { compared, figureText as n, type Planner, type PlanContext, type PlanFinding, takenAs } from '../planner';

const STANDARD: Source = { kind: 'standard', text: 'Standard formula.' };
const PRACTICE: Source = { kind: 'standard', text: 'Practice: usual range, confirm with a trial bend.' };

const bends = (v: Values): boolean => v['mode'] !== 'bead';
const beads = (v: Values): boolean => v['mode'] === 'bead';

function entries(_: unknown, { values }: PlanContext): Entry[] {
  const { natural } = metalOf(values);
  const measured = values['measured_angle'];
  const trial: Source = { kind: measured === undefined ? 'guess' : 'you', text: measured === undefined ? 'No trial yet.' : 'Given by you.' };
  return [
    ...metalEntries('brake', values),
    takenAs('brake', 'natural', 'Natural inside radius, share of the opening', '', natural, PRACTICE),
    // Before a trial the bend is taken to come out as computed.
    takenAs('brake', 'trial', 'A trial bend was measured', '', measured === undefined ? 0 : 1, trial),
    takenAs('brake', 'measured_angle', 'Angle measured on the trial bend', 'deg', measured === undefined ? 90 : (measured as number), trial),
  ];
}

export const brake: Planner = {
  id: 'brake',
  about: 'work',
  label: 'Brake and bead',
  what:
    'Force, pressure on the nose, springback and the profile of punch and die; for beads and reliefs the stretch of the sheet and the gap between the rollers.',
  basis: [STANDARD, PRACTICE],
  fits: ({ family, doc }) => family.duty === 'bend' || doc.family === 'bead-die',
  headline: ['bend_force', 'force_per_metre', 'nose_pressure', 'springback', 'punch_angle', 'angle_reach', 'bead_strain', 'roller_gap'],
  inputs: [
    {
      kind: 'choice',
      id: 'mode',
      label: 'It',
      group: 'The work',
      options: [{ value: 'bend', label: 'bends sheet in the air over a die' }, { value: 'bead', label: 'rolls or presses a bead or relief' }],
      usual: 'bend',
    },
    ...metalInputs('The work'),
    number('angle', 'Angle wanted, between the legs', 'angle', [20, 175], 90, { group: 'The bend', asked: bends }),
    number('angle_tol', 'Angle may be off by ±', 'angle', [0.05, 15], 1, { group: 'The bend', asked: bends }),
    number('bend_length', 'Length of the bend', 'length', [2, 8000], 300, { group: 'The bend', asked: bends }),
    number('flange', 'Shortest leg', 'length', [0.5, 5000], 20, { group: 'The bend', asked: bends }),
    number('opening', 'Opening of the die', 'length', [1, 500], 8, {
      group: 'Punch and die',
      asked: bends,
      help: 'Usually 6 to 10 times the thickness; 8 is a good start.',
    }),
    number('nose', 'Nose radius of the punch', 'length', [0.1, 200], 1, { group: 'Punch and die', asked: bends }),
    number('shoulder', "Radius of the die's shoulders", 'length', [0.1, 100], 1, { group: 'Punch and die', asked: bends }),
    number('bend_factor', 'Factor of the bending force', 'count', [0.5, 4], [1.2, 1.33, 1.5], {
      group: 'Punch and die',
      ranged: true,
      asked: bends,
      source: STANDARD,
      help: 'k in F = k σ L t² / V; 1.33 for air bending.',
    }),
    number('press', 'The press gives, over this length', 'force', [100, 50_000_000], undefined, { group: 'Punch and die', optional: true, asked: bends }),
    number('measured_angle', 'Measured on the trial bend', 'angle', [10, 180], undefined, {
      group: 'Trial',
      optional: true,
      asked: bends,
      help: 'The angle between the legs after letting go, bent without any allowance for springback. It corrects the allowance.',
    }),
    number('trials', 'Trial bends', 'count', [0, 200], 3, { group: 'Trial', whole: true }),
    number('trial_h', 'One trial, with measuring and a change of the model', 'time', [0.01, 40], [0.15, 0.3, 0.6], { group: 'Trial', ranged: true }),
    number('trial_sheet', 'Sheet for one trial', 'money', [0, 10_000], [1, 3, 10], { group: 'Trial', ranged: true }),
    number('bead_depth', 'Depth of the bead', 'length', [0.05, 200], 2, { group: 'Bead or relief', asked: beads }),
    number('bead_width', 'Width of the bead', 'length', [0.2, 1000], 12, { group: 'Bead or relief', asked: beads }),
    number('bead_radius', 'Tightest radius', 'length', [0.05, 200], 1.5, { group: 'Bead or relief', asked: beads }),
    number('bead_contact', 'Length pressed at once', 'length', [0.2, 5000], 10, {
      group: 'Bead or relief',
      asked: beads,
      help: 'Of a roller a few millimetres; of a press the whole bead.',
    }),
    number('gap_extra', 'Gap beyond the thickness, share', 'count', [0, 1], [0.05, 0.1, 0.2], { group: 'Bead or relief', ranged: true, asked: beads }),
    number('shaft', 'Shaft of the rollers', 'length', [2, 200], 22, { group: 'Bead or relief', asked: beads }),
    number('roller', 'Diameter of the rollers', 'length', [5, 1000], 60, { group: 'Bead or relief', asked: beads }),
  ],
  entries,
  lines: [
    { name: 'bending', label: 'It bends', unit: '', expr: 'mode_bend' },
    { name: 'turn', label: 'The sheet is bent by', unit: '', expr: '3.141592653589793 - angle * rad_per_deg', note: 'Radians, from flat.' },
    {
      name: 'inside_radius',
      label: 'Inside radius under the punch',
      unit: 'mm',
      expr: 'max(nose, natural * opening)',
      note: "The nose, or the sheet's own radius over the opening where that is larger.",
    },
    { name: 'air_force', label: 'Bending force', unit: 'N', expr: 'bend_factor * sigma_u * bend_length * gauge ^ 2 / opening', note: 'F = k σ L t² / V.' },
    { name: 'bend_force', label: 'Force of the tool', unit: 'N', expr: 'bending > 0 ? air_force : bead_force' },
    { name: 'force_per_metre', label: 'Bending force for a metre', unit: 'N/m', expr: 'air_force / bend_length * mm_per_m' },
    {
      name: 'nose_width',
      label: 'Width of the nose that presses',
      unit: 'mm',
      expr: '2 * nose * sin(turn / 2)',
      note: 'The sheet wraps the nose over the angle of the bend.',
    },
    { name: 'air_pressure', label: 'Pressure on the nose', unit: 'MPa', expr: 'air_force / (bend_length * nose_width)' },
    {
      name: 'shoulder_pressure',
      label: 'Pressure on a shoulder of the die',
      unit: 'MPa',
      expr: 'air_force / (2 * bend_length * 2 * shoulder * sin(turn / 4) * cos(turn / 2))',
      note: 'Half the force on each side, square to the leg.',
    },
    { name: 'nose_pressure', label: 'Pressure on the face', unit: 'MPa', expr: 'bending > 0 ? max(air_pressure, shoulder_pressure) : bead_pressure' },
    { name: 'elastic', label: 'Elastic ratio R σy / (E t)', unit: '', expr: 'inside_radius * sigma_y / (young * mpa_per_gpa * gauge)' },
    {
      name: 'radius_ratio',
      label: 'Radius under the punch over radius let go',
      unit: '',
      expr: '4 * elastic ^ 3 - 3 * elastic + 1',
      note: 'Ri/Rf = 4 x³ − 3 x + 1.',
    },
    { name: 'free_radius', label: 'Inside radius let go', unit: 'mm', expr: 'inside_radius / max(0.05, radius_ratio)' },
    {
      name: 'computed_back',
      label: 'Springback as computed',
      unit: '',
      expr: 'turn * ((free_radius + gauge / 2) / (inside_radius + gauge / 2) - 1)',
      note: 'The middle of the sheet keeps its length: θi (Ri + t/2) = θf (Rf + t/2). Radians.',
    },
    {
      name: 'trial_back',
      label: 'Springback as tried',
      unit: '',
      expr: 'turn * (turn / max(0.01, 3.141592653589793 - measured_angle * rad_per_deg) - 1)',
      note: 'Bent without allowance it came out at the measured angle; the same share is taken off again. Radians.',
    },
    { name: 'back', label: 'Springback used', unit: '', expr: 'trial > 0 ? trial_back : computed_back' },
    { name: 'springback', label: 'Springback', unit: 'deg', expr: 'back / rad_per_deg' },
    { name: 'punch_angle', label: 'Bend to, between the legs', unit: 'deg', expr: 'angle - springback' },
    { name: 'depth', label: 'Depth of the stroke', unit: 'mm', expr: 'opening / 2 * tan(min(1.55, (turn + back) / 2))' },
    {
      name: 'angle_reach',
      label: 'Height of the nose must hold ±',
      unit: 'mm',
      expr: 'opening / 4 * (1 + tan(turn / 2) ^ 2) * angle_tol * rad_per_deg',
      note: 'dy = V/4 (1 + tan² θ/2) dα: what moves the angle by its tolerance.',
    },
    { name: 'opening_ratio', label: 'Opening over thickness', unit: '', expr: 'opening / gauge' },
    { name: 'least_flange', label: 'Shortest leg the die allows', unit: 'mm', expr: '0.7 * opening' },
    { name: 'bead_strain', label: 'Stretch across the bead', unit: '', expr: '8 / 3 * (bead_depth / bead_width) ^ 2', note: 'A flat arc: 8/3 (h/w)².' },
    { name: 'bead_pressure', label: 'Pressure at the tightest radius', unit: 'MPa', expr: 'sigma_u * gauge / bead_radius', note: 'Membrane: p = σ t / r.' },
    { name: 'bead_force', label: 'Force to press the bead', unit: 'N', expr: 'bead_pressure * bead_width * bead_contact' },
    { name: 'roller_gap', label: 'Gap between the rollers', unit: 'mm', expr: 'gauge * (1 + gap_extra)' },
    { name: 'roller_wall', label: 'Wall of the roller under the bead', unit: 'mm', expr: '(roller - shaft) / 2 - bead_depth' },
    { name: 'trial_hours', label: 'Trials', unit: 'h', expr: 'trials * trial_h' },
    { name: 'trial_money', label: 'Sheet for the trials, a tool', unit: 'money', expr: 'trials * trial_sheet' },
  ],
  gives: [
    { line: 'bend_force', to: 'load' },
    { line: 'nose_pressure', to: 'pressure' },
    { line: 'angle_reach', to: 'tolerance', when: bends },
    { line: 'trial_hours', to: 'engineering_hours' },
    { line: 'trial_money', to: 'hardware_money' },
  ],
  makes: [
    {
      maker: 'brake-punch',
      label: 'The punch, with the nose for this bend',
      values: (f) => ({ nose: f('nose'), angle: Math.max(15, Math.min(120, f('punch_angle') - 4)), length: f('bend_length') }),
    },
    {
      maker: 'brake-die',
      label: 'The die for this bend',
      values: (f) => ({ opening: f('opening'), angle: Math.max(15, Math.min(120, f('punch_angle') - 4)), shoulder: f('shoulder'), length: f('bend_length') }),
    },
  ],
  findings(f, values, { facts }) {
    const metal = METALS[String(values['metal'])];
    const out: PlanFinding[] = [];
    if (metal) {
      const { low, high } = metal.plastic_mm;
      const t = f('gauge');
      const state = t <= low ? 'pass' : t <= high ? 'conditional' : 'fail';
      out.push({
        id: 'sheet',
        label: 'Sheet for a plastic tool',
        state,
        value: t,
        limit: state === 'fail' ? high : low,
        unit: 'mm',
        margin: 1 - t / low,
        basis: 'Practice: thickest sheet that plastic tools bend as a rule.',
        reason: state === 'pass'
          ? `${n(t, 'mm')} of ${metal.label} is within what plastic tools bend (to ${n(low, 'mm')}).`
          : state === 'conditional'
          ? `${n(t, 'mm')} of ${metal.label} lies between ${n(low, 'mm')} and ${
            n(high, 'mm')
          }: a few bends at most; try it behind a guard, or use a steel nose.`
          : `${n(t, 'mm')} of ${metal.label} is beyond what plastic tools bend (${n(high, 'mm')} at best): steel.`,
      });
    }
    if (bends(values)) {
      out.push(
        compared('opening', 'Die opening', 'Practice: 6 to 10 times the thickness.', Math.max(f('opening_ratio') / 10, 6 / f('opening_ratio')), 1, '', {
          near: 1.4,
          says: (s) =>
            `The opening is ${n(f('opening_ratio'), '')} times the thickness${
              s === 'pass' ? ', as it should be' : '; 6 to 10 is usual: a narrow die marks and overloads, a wide one bends loosely'
            }.`,
        }),
        compared('leg', 'Shortest leg', 'Practice: at least 0.7 of the opening.', f('flange'), f('least_flange'), 'mm', {
          least: true,
          near: 1.15,
          says: (s) =>
            `A leg of ${n(f('flange'), 'mm')} ${s === 'pass' ? 'lies on the die' : 'falls into the die'}; this opening asks ${n(f('least_flange'), 'mm')}.`,
        }),
        compared('springback', 'Springback', 'Ri/Rf = 4 x³ − 3 x + 1 with x = R σy/(E t), or the trial bend.', f('springback'), f('angle_tol'), '°', {
          near: Infinity,
          says: (s) =>
            s === 'unknown'
              ? 'Springback cannot be worked out from these figures.'
              : `It springs back ${n(f('springback'), '°')}: bend to ${n(f('punch_angle'), '°')}${
                f('trial') ? ', as tried' : ' and correct it after a trial'
              }.`,
        }),
      );
      if (values['press'] !== undefined)
        out.push(compared('press', 'Press', 'F = k σ L t² / V against what the press gives.', f('air_force'), f('press'), 'N', {
          near: 1.02,
          says: (s) =>
            `${n(f('air_force') / 1000, 'kN')} ${s === 'pass' ? 'of' : 'is more than'} ${
              n(f('press') / 1000, 'kN')
            } of the press. Set its limit to the plan, not to its most.`,
        }));
    } else {
      out.push(
        compared('stretch', 'Stretch', 'Stretch of a flat arc against the stretch before necking.', f('bead_strain'), f('stretch'), '', {
          near: 1.4,
          says: (s) =>
            `The bead stretches the sheet by ${n(100 * f('bead_strain'), '%')}; ${n(100 * f('stretch'), '%')} are there before it necks${
              s === 'pass' ? '' : ': a shallower or wider bead, or in steps'
            }.`,
        }),
        compared(
          'roller',
          'Roller',
          'Practice: at least 5 mm, and twice the depth of the bead, between shaft and groove.',
          f('roller_wall'),
          Math.max(5, 2 * f('bead_depth')),
          'mm',
          {
            least: true,
            near: 1.5,
            says: (s) =>
              `${n(f('roller_wall'), 'mm')} of the roller stay between shaft and bead${
                s === 'pass' ? '' : `; ${n(Math.max(5, 2 * f('bead_depth')), 'mm')} are wanted: a larger roller, or a thinner shaft`
              }.`,
          },
        ),
        compared('radius', 'Tightest radius', 'Practice: at least the thickness of the sheet.', f('bead_radius'), f('gauge'), 'mm', {
          least: true,
          near: 2,
          says: (s) =>
            `The tightest radius is ${n(f('bead_radius'), 'mm')} on sheet of ${n(f('gauge'), 'mm')}${
              s === 'pass' ? '' : ': it marks or tears, and bites into the tool'
            }.`,
        }),
      );
    }
    const asked = facts.need.cyclesPerYear?.value;
    if (bends(values) && asked !== undefined) {
      const total = asked * (facts.need.years?.value ?? 1);
      out.push({
        id: 'bends',
        label: 'Bends',
        state: total <= 1000 ? 'pass' : 'conditional',
        value: total,
        limit: 1000,
        unit: '',
        basis: 'Practice: 200 to 1 000 bends of thin sheet from a plastic nose, 100 000 and more from steel.',
        reason: total <= 1000
          ? `${n(total, 'bends')} over the programme: a plastic nose makes 200 to 1 000.`
          : `${n(total, 'bends')} over the programme wear several plastic noses: count the replacements, or a steel nose.`,
      });
    }
    return out;
  },
  drawing(f, values) {
    if (beads(values)) {
      const [h, w, g] = [f('bead_depth'), f('bead_width'), f('roller_gap')];
      const wave = (y0: number): XY[] =>
        Array.from({ length: 41 }, (_, i): XY => {
          const x = -w + (2 * w * i) / 40;
          return [x, y0 - (Math.abs(x) < w / 2 ? (h / 2) * (1 + Math.cos((2 * Math.PI * x) / w)) : 0)];
        });
      const upper = wave(g / 2), lower = wave(-g / 2);
      return {
        title: 'The bead between its rollers',
        says: `A bead ${h} mm deep and ${w} mm wide; the rollers stand ${Number(g.toPrecision(3))} mm apart.`,
        marks: [
          { kind: 'line', points: [...upper, [w, g / 2 + h * 1.5], [-w, g / 2 + h * 1.5]], closed: true, style: 'heavy', fill: 'part' },
          { kind: 'line', points: [...lower, [w, -g / 2 - h * 2.5], [-w, -g / 2 - h * 2.5]], closed: true, style: 'heavy', fill: 'hatch' },
          { kind: 'dimension', from: [-w / 2, -g / 2 - h * 2.5], to: [w / 2, -g / 2 - h * 2.5], text: `${w}`, off: -h },
          { kind: 'dimension', from: [w, -g / 2], to: [w, g / 2], text: Number(g.toPrecision(3)).toString(), off: -h },
        ],
      };
    }
    // The section, millimetres: the middle of the opening is x = 0, the top of the die y = 0.
    const [v, t, r] = [f('opening'), f('gauge'), f('nose')];
    const half = (f('turn') + f('back')) / 2;
    const lean = Math.tan(Math.max(0.1, Math.PI / 2 - half - 0.035));
    const depth = Math.min(f('depth'), v * 2);
    const high = v * 1.6;
    const die: XY[] = [[-v * 1.2, 0], [-v / 2, 0], [0, -v / 2 / lean], [v / 2, 0], [v * 1.2, 0], [v * 1.2, -v / 2 / lean - v * 0.5], [
      -v * 1.2,
      -v / 2 / lean - v * 0.5,
    ]];
    const tip = -depth + t;
    const side = Math.PI / 2 - Math.atan(lean);
    const nose = arcPoints([0, tip + r], r, 270 - (side * 180) / Math.PI, 270 + (side * 180) / Math.PI, 12);
    const up = (s: number): XY => [s * Math.min(v * 0.9, nose[nose.length - 1][0] + (high - nose[nose.length - 1][1]) * lean * 0.9), high];
    const leg = (s: number): XY[] => [[0, -depth], [s * v * 1.1 * Math.cos(half), -depth + v * 1.1 * Math.sin(half)]];
    const marks: Mark[] = [
      { kind: 'line', points: die, closed: true, style: 'heavy', fill: 'hatch' },
      { kind: 'line', points: [...nose, up(1), up(-1)], closed: true, style: 'heavy', fill: 'part' },
      { kind: 'line', points: [...leg(-1).reverse(), ...leg(1)], style: 'work' },
      { kind: 'dimension', from: [-v / 2, 0], to: [v / 2, 0], text: `V ${Number(v.toPrecision(3))}`, off: v * 0.2 },
      { kind: 'dimension', from: [v * 1.3, -depth], to: [v * 1.3, 0], text: Number(depth.toPrecision(3)).toString(), off: -v * 0.1 },
      { kind: 'text', at: [v * 1.02, high * 0.85], text: `bend to ${Number(f('punch_angle').toPrecision(3))}°` },
      { kind: 'text', at: [v * 1.02, high * 0.68], text: `nose R ${Number(r.toPrecision(3))}` },
    ];
    return {
      title: 'The bend in section',
      says: `Punch above, die of ${v} mm opening below. The sheet is bent to ${Number(f('punch_angle').toPrecision(3))}° so that it springs back to ${
        f('angle')
      }°; the stroke is ${Number(depth.toPrecision(3))} mm deep.`,
      marks,
    };
  },
  cautions: ['A split tool flies: limit the press force to the plan, raise it in steps behind a guard, and never stand in line with the tool under trial.'],
};
