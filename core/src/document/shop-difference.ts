import { PROCESSES } from '../process/processes';
import { clock, WEEKDAYS } from '../quantity/date';
import { formatNumber, unitText } from '../quantity/quantity';
import { inSentence } from '../quantity/words';
import { type Calendar, type OwnMaterial, SHOP_FIGURES, type Shop } from '../shelf/shop';

/** Parts of a set of working hours: what each is called, and how it reads. */
const HOURS: { [K in keyof Calendar]: [label: string, text: (c: Calendar) => string] } = {
  shiftStart_min: ['start of the shift', (c) => clock(c.shiftStart_min)],
  shiftEnd_min: ['end of the shift', (c) => clock(c.shiftEnd_min)],
  workdays: ['working days', (c) => c.workdays.map((d) => WEEKDAYS[d]).join(', ')],
  holidays: ['days on which nobody works', (c) => c.holidays.join(', ')],
  unattended: ['machines run on alone', (c) => (c.unattended ? 'yes' : 'no')],
};
const CALENDARS = { calendar: 'The shop', supplier: 'Suppliers' } as const;
const hours = (c: Calendar): string => `${clock(c.shiftStart_min)} to ${clock(c.shiftEnd_min)}, ${HOURS.workdays[1](c)}`;
const processName = (id: string): string => PROCESSES.find((p) => p.id === id)?.label ?? id;

/** Name of a field of the shop and what it says, in words. */
export interface ShopWords {
  label: string;
  before: string;
  after: string;
}

/** @param path of the field, as `SHOP_CHANGES` names it */
export function shopWords(before: Shop, after: Shop, path: readonly string[]): ShopWords {
  const [top, key] = path;
  const words = (label: string, text: (shop: Shop) => string | undefined): ShopWords => ({ label, before: text(before) ?? '', after: text(after) ?? '' });
  const figure = top === 'figures' && SHOP_FIGURES.find((f) => f.id === key);
  if (figure) {
    return words(figure.label, ({ figures, currency }) => {
      const own = figures[figure.id];
      if (!own) return 'built in';
      const [low, likely, high] = [own.low, own.likely, own.high].map((x) => formatNumber(x, 6));
      return `${low} · ${likely} · ${high} ${unitText(figure.unit, currency)}${own.note && ` (${own.note})`}`.trim();
    });
  }
  if (top === 'calendar' || top === 'supplier') {
    const part = HOURS[key as keyof Calendar];
    return words(
      part ? `${CALENDARS[top]}, ${part[0]}` : `${CALENDARS[top]}, working hours`,
      (shop) => shop[top] && (part ? part[1](shop[top]) : hours(shop[top])),
    );
  }
  if (top === 'materials') {
    const own = (shop: Shop): OwnMaterial | undefined => shop.materials?.find((m) => `@${m.material.id}` === key);
    const label = (own(after) ?? own(before))?.material.label;
    return words(
      label ? `Material ${inSentence(label)}` : "The site's materials",
      (shop) => (label ? own(shop)?.history.at(-1)?.what ?? (own(shop) && 'as it was') : `${shop.materials?.length ?? 0} of them`),
    );
  }
  if (top === 'absent')
    return words(
      key ? `${processName(key.slice(1))}, machine on site` : 'Machines on site',
      (shop) => (key ? (shop.absent?.includes(key.slice(1)) ? 'no' : 'yes') : `without ${shop.absent?.map(processName).join(', ') || 'none'}`),
    );
  return words('Currency', (shop) => shop.currency);
}
