import { TestBed } from '@angular/core/testing';
import { bounded } from '@cuadro/core/inputs/schema';
import { SettingsService } from '../data/settings.service';
import { QuantityField } from './quantity-field';

function field(inputs: Record<string, unknown>) {
  const fixture = TestBed.createComponent(QuantityField);
  for (const [k, v] of Object.entries({ value: 12.7, quantity: 'length', label: 'Depth', ...inputs })) fixture.componentRef.setInput(k, v);
  fixture.detectChanges();
  const input = fixture.nativeElement.querySelector('input') as HTMLInputElement;
  const changed: number[] = [];
  let cleared = 0;
  fixture.componentInstance.changed.subscribe((x) => changed.push(x));
  fixture.componentInstance.cleared.subscribe(() => cleared++);
  const type = (text: string): void => {
    input.value = text;
    input.dispatchEvent(new Event('input'));
    fixture.detectChanges();
  };
  const leave = (): void => {
    input.dispatchEvent(new Event('blur'));
    fixture.detectChanges();
  };
  const alert = (): string => fixture.nativeElement.querySelector('[role=alert]')?.textContent ?? '';
  return { fixture, input, changed, clearedTimes: () => cleared, type, leave, alert };
}

beforeEach(() => localStorage.clear());

describe('a quantity field', () => {
  it('shows the value in the units at hand and follows when they change', () => {
    const f = field({});
    expect(f.input.value).toBe('12.7');
    TestBed.inject(SettingsService).units.set('inch');
    f.fixture.detectChanges();
    expect(f.input.value).toBe('0.5');
  });
  it('takes units when it is left, tells of the value once, and tidies the text', () => {
    const f = field({});
    f.type('1 in');
    expect(f.changed).toEqual([]);
    f.leave();
    expect(f.changed).toEqual([25.4]);
    f.fixture.componentRef.setInput('value', 25.4);
    f.fixture.detectChanges();
    expect(f.input.value).toBe('25.4');
    f.leave();
    expect(f.changed).toEqual([25.4]);
  });
  it('never tells of half a number: key by key, then Enter', () => {
    const f = field({});
    const text = '7 1/8 in';
    for (let k = 1; k <= text.length; k++) f.type(text.slice(0, k));
    expect([f.changed, f.alert()]).toEqual([[], '']);
    f.input.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
    expect(f.changed).toHaveLength(1);
    expect(f.changed[0]).toBeCloseTo(180.975, 9);
  });
  it('brings back what stood there by Esc, after a fault too', () => {
    const f = field({});
    const escape = (): void => {
      f.input.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' }));
      f.fixture.detectChanges();
    };
    f.type('99');
    escape();
    expect(f.input.value).toBe('12.7');
    f.type('deep');
    f.leave();
    expect(f.alert()).not.toBe('');
    escape();
    expect([f.input.value, f.alert(), f.changed]).toEqual(['12.7', '', []]);
  });
  it('keeps refused text with a message, and tells of nothing until it is mended', () => {
    const f = field({ schema: bounded('Depth', 1, 100) });
    for (
      const [text, says] of [['deep', 'is not a number'], ['500', 'cannot be above 100'], ['-3', 'cannot be below 1'], [
        '2 kg',
        'not a unit that fits',
      ]] as const
    ) {
      f.type(text);
      f.leave();
      expect(f.alert()).toContain(says);
      expect(f.input.value).toBe(text);
      expect(f.input.getAttribute('aria-invalid')).toBe('true');
    }
    expect(f.changed).toEqual([]);
    f.type('50');
    f.leave();
    expect(f.alert()).toBe('');
    expect(f.changed).toEqual([50]);
  });
  it('takes three sizes where three are asked, with one unit for all', () => {
    const taken: number[][] = [];
    const f = field({ takesThree: true });
    f.fixture.componentInstance.three.subscribe((x) => taken.push(x));
    for (const text of ['180x90x35', '18 × 9 * 3.5 cm', '7 in x 3 1/2 in x 1 in']) {
      f.type(text);
      f.leave();
    }
    expect(taken.map((t) => t.map((x) => Number(x.toFixed(6))))).toEqual([[180, 90, 35], [180, 90, 35], [177.8, 88.9, 25.4]]);
    expect(f.changed).toEqual([]);
    f.type('180x90');
    f.leave();
    expect(f.alert()).toContain('is not');
  });
  it('emptied means not known, where that is allowed', () => {
    const may = field({ clearable: true });
    may.type('');
    may.leave();
    expect([may.clearedTimes(), may.alert()]).toEqual([1, '']);
    const mayNot = field({});
    mayNot.type('');
    mayNot.leave();
    expect([mayNot.clearedTimes(), mayNot.alert()]).toEqual([0, 'Type a number.']);
  });
});
