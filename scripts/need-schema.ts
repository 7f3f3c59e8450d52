import { TODAY_FIGURES, TODAY_WAY_IDS } from '../core/src/case/today';
import type { InputSpec } from '../core/src/inputs/spec';
import { HOLD_INPUTS, LOAD_INPUTS, MAX_ROWS } from '../core/src/need/loads';
import { FORMS } from '../core/src/need/family';
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

/** A row of declared inputs. A bare figure stands for a range that is one. */
const rowSchema = (specs: readonly InputSpec[]): object => ({
  type: 'object',
  additionalProperties: false,
  properties: Object.fromEntries(specs.map((i) => [i.id, { description: inputDoc(i) }])),
});

export const needSchema = {
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  title: 'A need, for `cuadro screen`, `cuadro decide` and `cuadro plan`',
  type: 'object',
  required: ['family'],
  additionalProperties: false,
  properties: {
    title: { type: 'string', maxLength: 200 },
    family: { enum: FAMILY_IDS },
    form: { enum: Object.keys(FORMS) },
    size_mm: { type: 'array', items: { type: 'number', exclusiveMinimum: 0 }, minItems: 3, maxItems: 3 },
    start: { type: 'string', format: 'date' },
    mesh: { description: 'Path of a mesh or model, beside the file.', type: 'string' },
    copies: { description: 'Copies in use; the same as need.copies.', type: 'integer', minimum: 1 },
    delay_per_day: { description: 'What a day without the tool costs.', type: 'number', minimum: 0 },
    today: {
      description: 'The tool of today: the reference of every saving. Left out, nothing is there.',
      type: 'object',
      required: ['way'],
      additionalProperties: false,
      properties: {
        way: { enum: TODAY_WAY_IDS },
        material: { description: 'Material of the shelf.', type: ['string', 'null'] },
        ...Object.fromEntries(TODAY_FIGURES.map((f) => [f.id === 'cost' ? 'price' : f.id, {
          description: f.label,
          type: [f.whole ? 'integer' : 'number', 'null'],
          minimum: f.min,
          maximum: f.max,
        }])),
      },
    },
    loads: { description: 'The load table: what loads the tool, row by row.', type: 'array', items: rowSchema(LOAD_INPUTS), maxItems: MAX_ROWS },
    holds: { description: 'What holds the tool while it is loaded.', type: 'array', items: rowSchema(HOLD_INPUTS), maxItems: MAX_ROWS },
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
