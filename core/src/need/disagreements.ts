/** A question on which practitioners differ, and what Cuadro does about it. */
export interface Disagreement {
  question: string;
  schools: string;
  stand: string;
  /** Checks at which the question arises. */
  checks: readonly string[];
}

export const DISAGREEMENTS: readonly Disagreement[] = [
  {
    question: 'How long does a printed tool last?',
    schools: 'Some say tens to a few hundred cycles, then metal; others report many thousands.',
    stand: 'Never a constant: life is a distribution by duty, material and wear, your own log replaces it, and replacements are in the price.',
    checks: ['wear'],
  },
  {
    question: 'Is the powder bed cheaper than resin, or dearer?',
    schools: 'It depends on who is asked: machine price, labour, how full the bin is.',
    stand: 'Both are computed from machine rate, hands, share of the bin and the wait for it; how full the bin is stands on the sheet as an entry.',
    checks: ['batch'],
  },
  {
    question: 'Are resin tools too brittle?',
    schools: 'Display resins go brittle in sunlight; filled and tough ones run in welding and machining.',
    stand: 'Resins are separate materials, each with its own class for sunlight, knocks and heat.',
    checks: ['uv', 'impact'],
  },
  {
    question: 'What may a soluble core see?',
    schools: 'Sources differ on the limits of heat and pressure.',
    stand: 'The limits carry a range: between low and high it is conditional, with a coupon through the whole cure and the two-stage cure as remedy.',
    checks: ['cure', 'pressure'],
  },
  {
    question: 'Is a printed plastic as strong as aluminium?',
    schools: 'Along continuous fibre, yes; across the layers, no.',
    stand: 'Strength and stiffness depend on direction, and the direction of the load is asked.',
    checks: ['strength', 'stiffness'],
  },
  {
    question: 'Does a complex shape cost more?',
    schools: 'In printing hardly, in machining much.',
    stand: 'Both are computed from the shape: set-ups and surface on one side, support and surface on the other.',
    checks: ['reach', 'form'],
  },
  {
    question: 'Does time saved have a price?',
    schools: 'Hard to put money on, or the biggest gain of all.',
    stand: 'You say what a day without the tool costs; it is kept apart from the price.',
    checks: ['lead-time'],
  },
  {
    question: 'Buy a printer first, or order from a bureau first?',
    schools: 'Both are done.',
    stand: 'Routes of the house and of bureaus stand side by side; a machine you do not have makes its routes conditional.',
    checks: ['site'],
  },
  {
    question: 'Print the old design, or redesign it?',
    schools: 'As it is, to be quick; or for the process, to gain weight and pieces.',
    stand: 'The printed way may have a mesh of its own, and both are kept and compared.',
    checks: ['walls', 'envelope'],
  },
];

export const disagreementAt = (check: string): Disagreement | undefined => DISAGREEMENTS.find((d) => d.checks.includes(check));
