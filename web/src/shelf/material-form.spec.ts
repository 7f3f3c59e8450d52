import { TestBed } from '@angular/core/testing';
import { MATERIALS } from '@cuadro/core/shelf/shelf';
import type { Material } from '@cuadro/core/shelf/types';
import { ShopService } from '../data/shop.service';
import { MaterialForm } from './material-form';

const PEI = MATERIALS.find((m) => m.id === 'pei')!;

function open(material: Material = PEI) {
  TestBed.configureTestingModule({ providers: [{ provide: ShopService, useValue: { currency: () => 'EUR' } }] });
  const fixture = TestBed.createComponent(MaterialForm);
  fixture.componentRef.setInput('material', material);
  const kept: Material[] = [];
  let closed = 0;
  fixture.componentInstance.kept.subscribe((m) => kept.push(m));
  fixture.componentInstance.closed.subscribe(() => closed++);
  fixture.detectChanges();
  const el = fixture.nativeElement as HTMLElement;
  const field = (label: string): HTMLInputElement => el.querySelector<HTMLInputElement>(`[aria-label="${label}"]`)!;
  const type = (label: string, value: string): void => {
    field(label).value = value;
    field(label).dispatchEvent(new Event('input'));
    field(label).dispatchEvent(new Event('change'));
    fixture.detectChanges();
  };
  const press = (text: string): void => {
    [...el.querySelectorAll('button')].find((b) => b.textContent!.trim() === text)!.click();
    fixture.detectChanges();
  };
  const faults = (): string[] => [...el.querySelectorAll('.field-error')].map((f) => f.textContent!);
  return { field, type, press, faults, kept, el, closed: () => closed };
}

describe('the figures of one material', () => {
  it('shows low, likely and high of each range, one field where there is no range', () => {
    const { field, el } = open();
    expect(['low', 'likely', 'high'].map((e) => Number(field(`Lasting heat, ${e}`).value))).toEqual([PEI.use_c.low, PEI.use_c.likely, PEI.use_c.high]);
    expect(el.querySelectorAll('[aria-label^="Lasting load"]').length).toBe(1);
  });
  it('keeps what is typed, the other ends taken along when one passes them', () => {
    const { type, press, kept, field } = open();
    type('Price, likely', '1 000');
    expect(field('Price, high').value.replace(/\s/g, '')).toBe('1000');
    type('Knocks', 'tough');
    press('Keep');
    expect(kept).toHaveLength(1);
    expect(kept[0]).toMatchObject({ price_per_kg: { low: PEI.price_per_kg.low, likely: 1000, high: 1000 }, impact: 'tough', density_g_cm3: PEI.density_g_cm3 });
  });
  it('says beside the field what is no number, and keeps nothing until it is mended', () => {
    const { type, press, faults, kept } = open();
    type('Density, likely', 'heavy');
    expect(faults()).toEqual([expect.stringMatching(/"heavy" is not a number/)]);
    press('Keep');
    expect(kept).toEqual([]);
    type('Density, likely', '1,27');
    press('Keep');
    expect(faults()).toEqual([]);
    expect(kept[0].density_g_cm3.likely).toBe(1.27);
  });
  it('refuses a figure that cannot be, beside its field, and keeps nothing', () => {
    const { type, press, faults, kept, field } = open();
    type('Stiffness in plane, likely', '5000');
    expect(faults()).toEqual([expect.stringContaining('cannot be above 1\u00a0000')]);
    expect(field('Stiffness in plane, likely').getAttribute('aria-invalid')).toBe('true');
    press('Keep');
    expect(kept).toEqual([]);
  });
  it('takes the other ends along: a low end above the high one lifts both', () => {
    const { type, field } = open();
    type('Lasting heat, low', '400');
    expect(['low', 'likely', 'high'].map((e) => field(`Lasting heat, ${e}`).value)).toEqual(['400', '400', '400']);
  });
  it('closes without keeping', () => {
    const { type, press, kept, closed } = open();
    type('Note', 'changed');
    press('Close');
    expect([kept.length, closed()]).toEqual([0, 1]);
  });
});
