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
  it('takes units, tells of the value once, and tidies the text on leaving', () => {
    const f = field({});
    f.type('1 in');
    expect(f.changed).toEqual([25.4]);
    f.fixture.componentRef.setInput('value', 25.4);
    f.fixture.detectChanges();
    expect(f.input.value).toBe('1 in');
    f.leave();
    expect(f.input.value).toBe('25.4');
  });
  it('keeps refused text with a message, and tells of nothing', () => {
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
    expect(f.alert()).toBe('');
    expect(f.changed).toEqual([50]);
  });
  it('emptied means not known, where that is allowed', () => {
    const may = field({ clearable: true });
    may.type('');
    expect([may.clearedTimes(), may.alert()]).toEqual([1, '']);
    const mayNot = field({});
    mayNot.type('');
    expect([mayNot.clearedTimes(), mayNot.alert()]).toEqual([0, 'Type a number.']);
  });
});
