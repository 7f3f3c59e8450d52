import { EMPTY_TODAY } from '@cuadro/core/case/today';
import { TestBed } from '@angular/core/testing';
import type { CaseDoc } from '@cuadro/core/case/types';
import type { CaseRecord } from '@cuadro/core/wire';
import { demoDoc } from '@cuadro/core/case/testing';
import { measure } from '@cuadro/core/shape/measure';
import { box } from '@cuadro/core/shape/testing';
import { of, throwError } from 'rxjs';
import { ApiService } from '../data/api.service';
import { CasesService } from '../data/cases.service';
import { DEFAULT_SHOP } from '@cuadro/core/shelf/shop';
import { ShopService } from '../data/shop.service';
import { AddCandidate } from './add-candidate';

const HASH = 'a'.repeat(64);
const PATTERNS = [{ id: 'p1', title: 'Usual jaws', family: 'soft-jaws' }, { id: 'p2', title: 'Door gauge pattern', family: 'gauge' }];

function setUp(refusal?: Error) {
  localStorage.clear();
  const added: CaseDoc[] = [];
  TestBed.configureTestingModule({
    providers: [
      {
        provide: ApiService,
        useValue: {
          cases: () => of({ total: 2, rows: PATTERNS }),
          addMesh: (_: Uint8Array, name: string, unit: string) =>
            name === 'bad.stl'
              ? throwError(() => new Error('It is no mesh.'))
              : of({ hash: HASH, fileName: name, unit, measure: measure(unit === 'mm' ? box(12, 8, 3) : box(304.8, 203.2, 76.2)) }),
          case: (id: string) =>
            of({ id, doc: demoDoc({ template: true, family: 'gauge', need: { serviceTemp: { level: 'must', value: 77, from: 'pattern' } } }) }),
        },
      },
      { provide: ShopService, useValue: { currency: () => 'EUR', shop: () => DEFAULT_SHOP } },
      {
        provide: CasesService,
        useValue: {
          candidates: () => [{ row: { title: 'Door gauge', family: 'gauge', place: 'Hall 2' } }],
          add: (doc: CaseDoc) => {
            added.push(doc);
            return refusal ? Promise.reject(refusal) : Promise.resolve({ id: 'new', doc } as CaseRecord);
          },
        },
      },
    ],
  });
  const fixture = TestBed.createComponent(AddCandidate);
  fixture.detectChanges();
  const el = fixture.nativeElement as HTMLElement;
  const type = (selector: string, text: string): void => {
    const input = el.querySelector<HTMLInputElement>(selector)!;
    input.value = text;
    input.dispatchEvent(new Event('input'));
    input.dispatchEvent(new Event('change'));
    fixture.detectChanges();
  };
  const submit = async (): Promise<string> => {
    el.querySelector('form')!.dispatchEvent(new Event('submit'));
    for (let k = 0; k < 6; k++) await Promise.resolve();
    fixture.detectChanges();
    return el.querySelector('.buttons [role=alert]')?.textContent ?? '';
  };
  return { el, added, type, submit, detect: () => fixture.detectChanges() };
}
const sizes = ({ type }: ReturnType<typeof setUp>): void => {
  type('[aria-label=Length]', '120');
  type('[aria-label=Width]', '2 in');
  type('[aria-label=Height]', '40 mm');
};

describe('a new candidate', () => {
  it('needs a name and a rough size; cost and wait may be unknown', async () => {
    const f = setUp();
    expect(await f.submit()).toBe('Give the three outer sizes, roughly.');
    sizes(f);
    expect(await f.submit()).toBe('Give the tool a name.');
    f.type('[name=title]', 'Door gauge');
    expect(await f.submit()).toBe('');
    expect(f.added).toHaveLength(1);
    expect(f.added[0]).toMatchObject({
      title: 'Door gauge',
      size_mm: [120, 50.8, 40],
      form: 'shaped',
      today: { ...EMPTY_TODAY, way: 'machined' },
      need: { copies: { value: 1 } },
    });
  });
  it('is led to by the part of the plant: its questions, and the kinds of tool that turn up there', async () => {
    const f = setUp();
    const kinds = (): string[] => [...f.el.querySelectorAll<HTMLOptionElement>('[name=family] option')].map((o) => o.value);
    expect([kinds().length, f.el.querySelector('.ask')]).toEqual([28, null]);
    f.type('[name=area]', 'foundry');
    expect(kinds()).toEqual(['core', 'sand-pattern', 'investment-pattern']);
    expect(f.el.querySelector('.ask')!.textContent).toContain('Which pattern rests on one pattern maker?');
    sizes(f);
    f.type('[name=title]', 'Bell core');
    f.type('[name=owner]', ' Ada ');
    [...f.el.querySelectorAll<HTMLLabelElement>('cu-signals label')].find((l) => l.textContent!.includes('one pair of hands'))!.click();
    expect(await f.submit()).toBe('');
    expect(f.added[0]).toMatchObject({ family: 'core', owner: 'Ada', signals: ['craftsman'] });
  });
  it('may begin from a pattern of its kind', async () => {
    const f = setUp();
    expect(f.el.querySelector('[name=template]')).toBeNull();
    f.type('[name=title]', 'door gauge ');
    expect(f.el.textContent).not.toContain('is on the walk already');
    f.type('[name=family]', 'gauge');
    expect(f.el.textContent).toContain('“Door gauge” is on the walk already, Hall 2');
    f.type('[name=template]', 'p2');
    sizes(f);
    f.type('[name=title]', 'Door gauge');
    expect(await f.submit()).toBe('');
    expect([f.added[0].need.serviceTemp?.value, f.added[0].template, f.added[0].title]).toEqual([77, undefined, 'Door gauge']);
  });
  it('begins with a part: its box fills the sizes, in either unit, its name the tool’s; one that cannot be read says so', async () => {
    const f = setUp();
    const pick = async (name: string): Promise<void> => {
      const input = f.el.querySelector<HTMLInputElement>('[name=part]')!;
      const file = Object.assign(new File(['x'], name), { arrayBuffer: async () => new ArrayBuffer(1) });
      Object.defineProperty(input, 'files', { configurable: true, value: [file] });
      input.dispatchEvent(new Event('change'));
      for (let k = 0; k < 8; k++) await Promise.resolve();
      f.detect();
    };
    const size = (axis: string): string => f.el.querySelector<HTMLInputElement>(`[aria-label=${axis}]`)!.value;
    await pick('bad.stl');
    expect(f.el.querySelector('.buttons [role=alert]')!.textContent).toBe('bad.stl: It is no mesh.');
    await pick('pump-nest_2.stl');
    expect([size('Length'), size('Width'), size('Height'), f.el.querySelector<HTMLInputElement>('[name=title]')!.value]).toEqual([
      '12',
      '8',
      '3',
      'pump nest 2',
    ]);
    f.type('[aria-label="Unit of the file"]', 'inch');
    for (let k = 0; k < 8; k++) await Promise.resolve();
    f.detect();
    expect(size('Length')).toBe('304.8');
    expect(await f.submit()).toBe('');
    expect(f.added[0]).toMatchObject({ title: 'pump nest 2', shapes: { printed: { hash: HASH, fileName: 'pump-nest_2.stl', unit: 'inch' } } });
  });
  it('does not go while a field is refused', async () => {
    const f = setUp();
    sizes(f);
    f.type('[name=title]', 'Door gauge');
    f.type('[aria-label="How many"]', 'some');
    await f.submit();
    expect(f.added).toHaveLength(0);
    f.type('[aria-label="How many"]', '3');
    f.type('[aria-label="Wait today"]', '2 weeks');
    await f.submit();
    expect(f.added[0]).toMatchObject({ need: { copies: { value: 3 } }, today: { wait_days: 14 } });
  });
  it('says what the server says, and keeps what was typed', async () => {
    const f = setUp(new Error('The server does not answer.'));
    sizes(f);
    f.type('[name=title]', 'Door gauge');
    expect(await f.submit()).toBe('The server does not answer.');
    expect(f.el.querySelector<HTMLInputElement>('[name=title]')!.value).toBe('Door gauge');
  });
  it('takes the next one at once: kind and place stay, the rest is empty', async () => {
    const f = setUp();
    sizes(f);
    f.type('[name=title]', 'Door gauge');
    f.type('[name=place]', 'Hall 2');
    const next = f.el.querySelector<HTMLButtonElement>('button[value=next]')!;
    f.el.querySelector('form')!.dispatchEvent(new SubmitEvent('submit', { submitter: next }));
    for (let k = 0; k < 4; k++) await Promise.resolve();
    expect(f.added.map((d) => [d.title, d.place])).toEqual([['Door gauge', 'Hall 2']]);
    expect(await f.submit()).toBe('Give the three outer sizes, roughly.');
    expect(f.el.querySelector<HTMLInputElement>('[name=title]')!.value).toBe('');
    expect(f.el.querySelector<HTMLInputElement>('[name=place]')!.value).toBe('Hall 2');
    expect(f.el.textContent).toContain('Added: Door gauge.');
  });
});
