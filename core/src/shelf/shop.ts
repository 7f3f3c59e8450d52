import type { NumberInput } from '../inputs/spec';
import { once } from '../worksheet/once';
import type { Material } from './types';
import type { Entry, Range, Source } from '../worksheet/types';

/**
 * The shop: rates, queues and working hours of one site. Every figure has a built-in value that a site may replace;
 * only the replacements are stored, so nothing built in is ever lost.
 */
export type ShopFigure = NumberInput & {
  unit: string;
  usual: Range;
  help: string;
  group: 'Hourly rates' | 'Machines' | 'Queues' | 'Inspection' | 'Trials' | 'Trading terms';
};

type Three = readonly [low: number, likely: number, high: number];
const figure = (
  id: string,
  label: string,
  unit: string,
  group: ShopFigure['group'],
  [low, likely, high]: Three,
  [min, max]: readonly [number, number],
  help: string,
  spread?: Entry['spread'],
): ShopFigure => ({ kind: 'number', quantity: 'count', ranged: true, id, label, unit, group, usual: { low, likely, high }, min, max, help, spread });

const rate = (name: string, label: string, low: number, likely: number, high: number, note: string, group: ShopFigure['group'] = 'Hourly rates'): ShopFigure =>
  figure(name, label, 'money/h', group, [low, likely, high], [0, 2000], note);
const queue = (name: string, label: string, low: number, likely: number, high: number): ShopFigure =>
  figure(name, label, 'h', 'Queues', [low, likely, high], [0.01, 5000], 'Working hours of backlog in front of it.', 'lognormal');
const share = (name: string, label: string, low: number, likely: number, high: number, note: string): ShopFigure =>
  figure(name, label, '', 'Trading terms', [low, likely, high], [0, 3], note);

export const SHOP_FIGURES: readonly ShopFigure[] = [
  rate('engineer_rate', 'Applications engineer', 55, 65, 80, 'Loaded cost of an hour.'),
  rate('programmer_rate', 'CNC programmer', 55, 68, 85, 'Loaded cost of an hour.'),
  rate('labour_rate', 'Shop-floor hands', 38, 45, 55, 'Loaded cost of an hour.'),
  rate('inspector_rate', 'Inspector', 50, 60, 75, 'Loaded cost of an hour with the machine.'),
  rate('mill_rate', '3-axis machining centre', 55, 70, 95, 'With operator; from capital, life, use, power, floor and upkeep.', 'Machines'),
  rate('manual_rate', 'Manual mill and drill', 40, 48, 60, 'With operator.', 'Machines'),
  rate('open_rate', 'Open-frame printer', 2, 3, 5, 'Without operator.', 'Machines'),
  rate('chamber_rate', 'Heated-chamber extruder', 10, 14, 20, 'Without operator.', 'Machines'),
  rate('fibre_rate', 'Fibre-reinforcing printer', 4, 6, 9, 'Without operator.', 'Machines'),
  rate('vat_rate', 'Resin printer', 3, 5, 8, 'Without operator.', 'Machines'),
  rate('powder_rate', 'Powder-bed machine at a bureau', 16, 22, 32, 'Without operator; cooling blocks the bin.', 'Machines'),
  rate('pellet_rate', 'Large-format extruder at a supplier', 35, 55, 85, 'With operator.', 'Machines'),
  rate('router_rate', 'Five-axis router', 60, 85, 120, 'With operator.', 'Machines'),
  rate('jet_rate', 'Jetting machine at a bureau', 8, 14, 22, 'Without operator.', 'Machines'),
  rate('binder_rate', 'Binder-jetting machine at a bureau', 25, 40, 65, 'Without operator.', 'Machines'),
  rate('sand_rate', 'Sand-binding machine at a supplier', 50, 80, 130, 'Without operator.', 'Machines'),
  rate('fusion_rate', 'Metal-fusing machine at a bureau', 40, 65, 100, 'Without operator; with inert gas.', 'Machines'),
  rate('furnace_rate', 'Sintering furnace at a bureau', 10, 18, 30, 'With gas.', 'Machines'),
  rate('mould_rate', 'Moulding machine at a supplier', 25, 38, 60, 'With operator now and then.', 'Machines'),
  rate('laser_rate', 'Sheet-cutting machine', 80, 110, 150, 'With operator.', 'Machines'),
  queue('mill_queue', 'Machining centre', 24, 60, 160),
  queue('manual_queue', 'Manual mill', 4, 12, 40),
  queue('printer_queue', 'Own printers', 1, 4, 16),
  queue('bureau_queue', 'Bureau, until a bin fills', 8, 20, 48),
  queue('furnace_queue', "Bureau's furnace, until it fills", 8, 24, 60),
  queue('pellet_queue', 'Large-format supplier', 24, 60, 120),
  queue('laser_queue', 'Sheet cutting', 4, 12, 30),
  queue('inspect_queue', 'Metrology room', 1, 3, 10),
  figure('first_articles', 'First articles of an order', '', 'Inspection', [3, 5, 5], [1, 1000], 'Measured whole, whichever way the tool is made.'),
  figure('sample_share', 'Of the rest, measured', '', 'Inspection', [0.05, 0.1, 0.2], [0, 1], 'The sample taken of a larger order.'),
  figure(
    'try_h',
    'Trying one condition',
    'h',
    'Trials',
    [0.8, 1.5, 4],
    [0, 200],
    "Engineer's hours for a coupon, a test load, a first article with a doubt.",
  ),
  figure(
    'redo_h',
    'Finding out why it did not hold',
    'h',
    'Trials',
    [2, 4, 10],
    [0, 500],
    "Engineer's hours, the drawing changed and the order placed again.",
  ),
  share('overhead', 'Overhead on own work', 0.1, 0.15, 0.25, 'On direct cost.'),
  share('bureau_margin', "Bureau's margin", 0.25, 0.4, 0.6, "On the bureau's direct cost."),
  figure('bureau_minimum', "Bureau's minimum order", 'money', 'Trading terms', [50, 80, 120], [0, 10_000], 'Charged even for a small part.'),
  figure('freight', 'Freight per order', 'money', 'Trading terms', [12, 20, 35], [0, 10_000], 'From an outside supplier.'),
  figure('freight_days', 'Freight time', 'h', 'Trading terms', [8, 16, 24], [0, 2000], 'In working hours of the supplier.'),
];

/** What a site keeps of its own. */
export interface Shop {
  /** ISO 4217 code shown for money. */
  currency: string;
  /** Replaced figures, by name. */
  figures: Record<string, Range & { note: string }>;
  calendar: Calendar;
  /** Working hours of suppliers and carriers; the usual ones where nobody said. */
  supplier?: Calendar;
  /** Processes of the house, by id, for which there is no machine on site. */
  absent?: string[];
  /** Materials of one's own, and built-in ones with other figures. */
  materials?: OwnMaterial[];
}

/** A material of the site, and how it came to its figures. */
export interface OwnMaterial {
  material: Material;
  history: MaterialChange[];
}
export interface MaterialChange {
  /** ISO date. */
  at: string;
  who: string;
  /** "use_likely_c 120 → 125", "imported from sheet.csv". */
  what: string;
}

/** When people are there. Minutes from midnight; printers may run on without anybody. */
export interface Calendar {
  shiftStart_min: number;
  shiftEnd_min: number;
  /** 0 Sunday … 6 Saturday */
  workdays: number[];
  /** ISO dates on which nobody works. */
  holidays: string[];
  /** May a print run on through nights and weekends? */
  unattended: boolean;
}

export const DEFAULT_SHOP: Shop = {
  currency: 'EUR',
  figures: {},
  calendar: {
    shiftStart_min: 7 * 60,
    shiftEnd_min: 16 * 60,
    workdays: [1, 2, 3, 4, 5],
    holidays: ['2026-12-24', '2026-12-25', '2026-12-28', '2026-12-29', '2026-12-30', '2026-12-31', '2027-01-01'],
    unattended: true,
  },
};

/** Suppliers work longer days and close on fewer of them. */
export const SUPPLIER_CALENDAR: Calendar = {
  shiftStart_min: 7 * 60,
  shiftEnd_min: 17 * 60,
  workdays: [1, 2, 3, 4, 5],
  holidays: ['2026-12-25', '2027-01-01', '2027-12-24', '2028-01-01'],
  unattended: true,
};

const BUILT_IN: Source = { kind: 'shop', text: 'Built-in shop figure, not yet replaced by your own.' };

/** The shop's figures as worksheet entries. Both ways of making share them, so they move together in a risk run. */
export const shopEntries = once((shop: Shop): Entry[] => {
  return SHOP_FIGURES.map((f) => {
    const own = shop.figures[f.id];
    return {
      name: f.id,
      label: f.label,
      unit: f.unit,
      spread: f.spread,
      low: own?.low ?? f.usual.low,
      likely: own?.likely ?? f.usual.likely,
      high: own?.high ?? f.usual.high,
      key: `shop.${f.id}`,
      source: own ? { kind: 'shop', text: own.note || "Your shop's own figure." } : BUILT_IN,
    };
  });
});
