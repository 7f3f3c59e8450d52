import * as yup from 'yup';
import { bounded, DAY, isRealDate, rangeSchema } from '../inputs/schema';
import { materialFaults } from '../process/material-faults';
import { PROCESSES } from '../process/processes';
import { SHOP_FIGURES, type Shop } from '../shelf/shop';
import type { Material } from '../shelf/types';

const calendarSchema = yup
  .object({
    shiftStart_min: bounded('Start of the shift', 0, 1439),
    shiftEnd_min: bounded('End of the shift', 1, 1440).when(
      'shiftStart_min',
      ([start], s) => s.moreThan(start as number, 'The shift must end after it starts.'),
    ),
    workdays: yup.array().of(yup.number().integer().min(0).max(6).required()).min(1, 'At least one working day is needed.').max(7).required(),
    holidays: yup.array().of(yup.string().matches(DAY).test('real', 'A holiday is not a date of the calendar.', isRealDate).required()).max(400).required(),
    unattended: yup.boolean().required(),
  })
  .noUnknown()
  .required();

/** Replaced figures by name; the bounds are those of the figure's own declaration. */
const figuresSchema = yup
  .object(
    Object.fromEntries(
      SHOP_FIGURES.map((
        f,
      ) => [f.id, rangeSchema(f.label, f.min, f.max).concat(yup.object({ note: yup.string().max(400).defined() })).default(undefined).optional()]),
    ),
  )
  .noUnknown()
  .required() as unknown as yup.ObjectSchema<Shop['figures']>;

/** Materials that were looked at already: of a shop of thousands an edit touches one. */
const usable = new WeakSet<Material>();
const materialSchema = yup.mixed<Material>().required().test('material', 'A material is not usable.', (m, ctx) => {
  if (usable.has(m)) return true;
  if (typeof m !== 'object' || m === null || !/^[a-z0-9][a-z0-9-]{0,59}$/.test(m.id)) return false;
  try {
    const [fault] = materialFaults(m);
    if (!fault) usable.add(m);
    return !fault || ctx.createError({ message: `${m.label}: ${fault.message}` });
  } catch {
    return false;
  }
});
const changeSchema = yup.object({ at: yup.string().max(40).required(), who: yup.string().max(120).required(), what: yup.string().max(4000).required() })
  .noUnknown().required();

/** What a site keeps of its own. */
export const shopSchema: yup.ObjectSchema<Shop> = yup
  .object({
    currency: yup.string().matches(/^[A-Z]{3}$/, 'Three capital letters, such as EUR.').required(),
    figures: figuresSchema,
    calendar: calendarSchema,
    supplier: calendarSchema.default(undefined).optional(),
    materials: yup.array().of(yup.object({ material: materialSchema, history: yup.array().of(changeSchema).max(50).required() }).noUnknown().required()).max(
      5000,
    ).optional(),
    absent: yup.array().of(yup.string().oneOf(PROCESSES.map((p) => p.id)).required()).optional(),
  })
  .noUnknown()
  .required();
