import { FAMILY_IDS } from '../core/src/need/families';
import { REQUIREMENTS, type RequirementSpec } from '../core/src/need/requirements';
import { QUANTITIES } from '../core/src/quantity/quantity';
import { inputDoc } from '../core/src/inputs/text';
import { PLANNERS } from '../core/src/plan/planners';
import { REMEDY_IDS } from '../core/src/screen/remedies';

/** docs/need.schema.json, from the requirements themselves. Written by npm run docs. */
const value = (spec: RequirementSpec): object => {
  switch (spec.kind) {
    case 'number':
      return { type: spec.whole ? 'integer' : 'number', minimum: spec.min, maximum: spec.max };
    case 'choice':
      return { enum: spec.options.map((o) => o.value) };
    case 'yes-no':
      return { type: 'boolean' };
    case 'choices':
      return { type: 'array', items: { enum: spec.options.map((o) => o.value) }, uniqueItems: true };
  }
};
const unit = (spec: RequirementSpec): string => (spec.kind === 'number' && QUANTITIES[spec.quantity].store ? `, ${QUANTITIES[spec.quantity].store}` : '');

export const needSchema = {
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  title: 'A need, for `cuadro screen` and `cuadro plan`',
  type: 'object',
  required: ['family'],
  additionalProperties: false,
  properties: {
    title: { type: 'string', maxLength: 200 },
    family: { enum: FAMILY_IDS },
    form: { enum: ['flat', 'block', 'shaped'] },
    size_mm: { type: 'array', items: { type: 'number', exclusiveMinimum: 0 }, minItems: 3, maxItems: 3 },
    start: { type: 'string', format: 'date' },
    remedies: { description: 'Remedies taken, by "process/material".', type: 'object', additionalProperties: { type: 'array', items: { enum: REMEDY_IDS } } },
    plans: {
      description: 'Plans in use: the inputs of each, by planner (docs/formulas.md).',
      type: 'object',
      additionalProperties: false,
      properties: Object.fromEntries(
        PLANNERS.map((
          p,
        ) => [p.id, {
          type: 'object',
          additionalProperties: false,
          properties: Object.fromEntries(p.inputs.map((i) => [i.id, { description: inputDoc(i) }])),
        }]),
      ),
    },
    need: {
      type: 'object',
      additionalProperties: false,
      properties: Object.fromEntries(REQUIREMENTS.map((spec) => [spec.id, {
        description: `${spec.label}${unit(spec)}. ${spec.help}`,
        anyOf: [value(spec), {
          type: 'object',
          required: ['value'],
          additionalProperties: false,
          properties: { value: value(spec), level: { enum: ['must', 'want'] }, from: { type: 'string', maxLength: 200 } },
        }],
      }])),
    },
  },
};
