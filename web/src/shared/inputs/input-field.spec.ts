import { TestBed } from '@angular/core/testing';
import { of, throwError } from 'rxjs';
import type { InputSpec, InputValue, Values } from '@cuadro/core/inputs/spec';
import { number } from '@cuadro/core/inputs/spec';
import { ApiService } from '../../data/api.service';
import { SettingsService } from '../../data/settings.service';
import { ShopService } from '../../data/shop.service';
import { InputField } from './input-field';
import { InputForm } from './input-form';

const addFile = jest.fn();
beforeEach(() => {
  localStorage.clear();
  addFile.mockReset();
  TestBed.configureTestingModule({
    providers: [{ provide: ShopService, useValue: { currency: () => 'CHF' } }, { provide: ApiService, useValue: { addFile } }],
  });
});

function open(spec: InputSpec, value?: InputValue, more: Record<string, unknown> = {}) {
  const fixture = TestBed.createComponent(InputField);
  for (const [k, v] of Object.entries({ spec, value, ...more })) fixture.componentRef.setInput(k, v);
  const got: InputValue[] = [];
  let cleared = 0;
  fixture.componentInstance.changed.subscribe((v) => got.push(v));
  fixture.componentInstance.cleared.subscribe(() => cleared++);
  fixture.detectChanges();
  const el = fixture.nativeElement as HTMLElement;
  const field = <T extends HTMLElement = HTMLInputElement>(name: string): T => el.querySelector<T>(`[aria-label="${name}"]`)!;
  const type = (name: string, text: string): void => {
    field(name).value = text;
    for (const e of ['input', 'change']) field(name).dispatchEvent(new Event(e));
    fixture.detectChanges();
  };
  return { el, fixture, got, field, type, cleared: () => cleared, fault: () => el.querySelector('[role=alert]')?.textContent ?? '' };
}

describe('an input', () => {
  const mass = number('mass', 'Mass', 'mass', [0.1, 50], 2);
  it('shows what is usual as such, takes other units, refuses beside the field', () => {
    const { field, type, got, fault, el } = open(mass);
    expect([field('Mass').value, field('Mass').classList.contains('assumed')]).toEqual(['2', true]);
    type('Mass', '2 lb');
    expect(got[0]).toBeCloseTo(0.90718474, 8);
    type('Mass', '99');
    expect(fault()).toContain('cannot be above 50');
    expect(field('Mass').getAttribute('aria-invalid')).toBe('true');
    expect(got).toHaveLength(1);
    expect(el.textContent).toContain('kg');
  });
  it('is not known any more when it is emptied', () => {
    const { type, cleared } = open(mass, 5);
    type('Mass', '');
    expect(cleared()).toBe(1);
  });
  it('shows a unit of its own in the system at hand', () => {
    const slide = number('slide', 'Slides', 'length', [0, 100], 25.4, { unit: 'mm/cycle' });
    TestBed.inject(SettingsService).units.set('inch');
    const { field, el } = open(slide);
    expect([field('Slides').value, el.textContent!.trim()]).toEqual(['1', 'in/cycle']);
  });
  it('moves the ends of a range along with one that passes them', () => {
    const range = number('r', 'Rate', 'count', [0, 100], [10, 20, 30], { ranged: true, unit: 'money/h' });
    const { type, got, el } = open(range, { low: 10, likely: 20, high: 30 });
    expect(el.textContent).toContain('CHF/h');
    type('Rate, likely', '40');
    type('Rate, low', '50');
    expect(got).toEqual([{ low: 10, likely: 40, high: 40 }, { low: 50, likely: 50, high: 50 }]);
  });
  it('takes a likely figure for exact where only the usual stood, if it is asked so', () => {
    const range = number('r', 'Rate', 'count', [0, 100], [10, 20, 30], { ranged: true });
    const firm = open(range, undefined, { firm: true });
    firm.type('Rate, likely', '15');
    expect(firm.got).toEqual([{ low: 15, likely: 15, high: 15 }]);
    const loose = open(range);
    loose.type('Rate, likely', '15');
    expect(loose.got).toEqual([{ low: 10, likely: 15, high: 30 }]);
  });
  it('asks a range of which nothing is known as one figure first', () => {
    const { type, got, el } = open(number('r', 'Friction', 'count', [0, 2], undefined, { ranged: true, optional: true }));
    expect(el.querySelectorAll('input')).toHaveLength(1);
    type('Friction', '0.3');
    expect(got).toEqual([{ low: 0.3, likely: 0.3, high: 0.3 }]);
  });
  it('offers choices, yes and no, several of many', () => {
    const options = [{ value: 'a', label: 'Anna' }, { value: 'b', label: 'Berta' }];
    const one = open({ kind: 'choice', id: 'c', label: 'Who', options });
    one.type('Who', 'b');
    const yes = open({ kind: 'yes-no', id: 'y', label: 'Hot' });
    yes.type('Hot', 'no');
    const many = open({ kind: 'choices', id: 'm', label: 'All', options }, ['a']);
    many.el.querySelectorAll('input')[1].click();
    expect([one.got, yes.got, many.got]).toEqual([['b'], [false], [['a', 'b']]]);
  });
  it('reads points one a line and names the bad one', () => {
    const { type, got, fault, field } = open({
      kind: 'points',
      id: 'p',
      label: 'Profile',
      axes: ['radius', 'height'],
      least: 2,
      most: 5,
      usual: [[0, 0], [1, 1]],
    });
    expect(field('Profile').value).toBe('0 0\n1 1');
    type('Profile', '0 0\nten 2');
    expect(fault()).toContain('line 2, "ten 2"');
    type('Profile', '0 0\n10 2\n10 5');
    expect(got).toEqual([[[0, 0], [10, 2], [10, 5]]]);
  });
  it('keeps both rows of a table that are typed before the page has come round', () => {
    const spec: InputSpec = {
      kind: 'table',
      id: 't',
      label: 'Prices',
      most: 5,
      columns: [number('from', 'From', 'count', [1, 100], 1), number('each', 'Each', 'money', [0, 1e6])],
    };
    const { el, fixture, got, type } = open(spec, []);
    const add = [...el.querySelectorAll('button')].find((b) => b.textContent === 'add a row')!;
    add.click();
    add.click();
    fixture.detectChanges();
    type('Each, row 2', '9');
    expect(got.at(-1)).toEqual([{ from: 1 }, { from: 1, each: 9 }]);
    [...el.querySelectorAll<HTMLElement>('button')].find((b) => b.getAttribute('aria-label') === 'Take row 1 away')!.click();
    expect(got.at(-1)).toEqual([{ from: 1, each: 9 }]);
  });
  it('stores a file and holds on to what the store says of it', async () => {
    const spec: InputSpec = { kind: 'file', id: 'f', label: 'Picture', accept: 'image/png', most_bytes: 10 };
    const file = { hash: 'a'.repeat(64), name: 'x.png', size_bytes: 3 };
    const give = async (o: ReturnType<typeof open>, size: number): Promise<void> => {
      Object.defineProperty(o.field('Picture'), 'files', {
        value: [Object.assign(new File([new Uint8Array(size)], 'x.png'), { arrayBuffer: async () => new ArrayBuffer(size) })],
        configurable: true,
      });
      o.field('Picture').dispatchEvent(new Event('change'));
      for (let k = 0; k < 10; k++) await Promise.resolve();
      o.fixture.detectChanges();
    };
    addFile.mockReturnValue(of(file));
    const good = open(spec);
    await give(good, 3);
    expect(good.got).toEqual([file]);
    await give(good, 11);
    expect(good.fault()).toContain('larger than');
    addFile.mockReturnValue(throwError(() => new Error('Only pictures can be kept.')));
    const bad = open(spec);
    await give(bad, 3);
    expect([bad.fault(), bad.got]).toEqual(['Only pictures can be kept.', []]);
  });
});

describe('a form of inputs', () => {
  const specs: readonly InputSpec[] = [
    number('a', 'First', 'count', [0, 10], 1, { group: 'One' }),
    { kind: 'yes-no', id: 'hot', label: 'Hot', group: 'One', usual: false },
    {
      ...number('t', 'Heat', 'temperature', [0, 100], 20, { group: 'Two' }),
      asked: (v) => v['hot'] === true,
    },
    { kind: 'text', id: 'name', label: 'Name', max: 9, least: 1 },
  ];
  function form(values: Values = {}) {
    const fixture = TestBed.createComponent(InputForm);
    fixture.componentRef.setInput('specs', specs);
    fixture.componentRef.setInput('values', values);
    const got: Values[] = [];
    const looked: string[] = [];
    fixture.componentInstance.changed.subscribe((v) => got.push(v));
    fixture.componentInstance.looked.subscribe((s) => looked.push(s.id));
    fixture.detectChanges();
    return { el: fixture.nativeElement as HTMLElement, got, looked, fixture };
  }
  it('asks under its headings what the answers call for, and marks what is needed', () => {
    const { el } = form();
    expect([...el.querySelectorAll('h4')].map((h) => h.textContent)).toEqual(['One']);
    expect(el.textContent).toContain('Name needed');
    expect([...form({ hot: true }).el.querySelectorAll('h4')].map((h) => h.textContent)).toEqual(['One', 'Two']);
  });
  it('loses neither of two fields that change before the page has come round', () => {
    const { el, got } = form();
    for (const [name, text] of [['First', '4'], ['Name', 'Ada']]) {
      const f = el.querySelector<HTMLInputElement>(`[aria-label="${name}"]`)!;
      f.value = text;
      for (const e of ['input', 'change']) f.dispatchEvent(new Event(e));
    }
    expect(got.at(-1)).toEqual({ a: 4, name: 'Ada' });
  });
  it('says which input somebody is at', () => {
    const { el, looked } = form();
    el.querySelector('[aria-label="First"]')!.dispatchEvent(new FocusEvent('focusin', { bubbles: true }));
    expect(looked).toEqual(['a']);
  });
});
