import { TestBed } from '@angular/core/testing';
import { provideRouter, Router } from '@angular/router';
import { of, throwError } from 'rxjs';
import { DEFAULT_SHOP } from '@cuadro/core/shelf/shop';
import type { CaseListQuery } from '@cuadro/core/wire';
import { ApiService } from '../data/api.service';
import { NeighboursService } from '../data/neighbours.service';
import { ShopService } from '../data/shop.service';
import { FindSheet, matches } from './find-sheet';

const ROWS = [{ id: 'a', title: 'Hinge drill jig', place: 'Door cell', familyLabel: 'Hand jig' }, {
  id: 'b',
  title: 'Kitting tray',
  place: '',
  familyLabel: 'Tray',
}];

describe('what is typed', () => {
  it.each([
    ['Hinge drill jig, oven doors', 'dr jig', true],
    ['Hinge drill jig, oven doors', 'ill', false],
    ['PA12-CF short fibre', 'pa12 fib', true],
    ['Nylon', 'NY', true],
    ['anything', '', true],
  ])('of %s by %s: %s', (text, typed, found) => expect(matches(text, typed)).toBe(found));
});

describe('the sheet that finds', () => {
  function setUp(answers = true) {
    jest.useFakeTimers();
    HTMLDialogElement.prototype.showModal = jest.fn();
    HTMLDialogElement.prototype.close = jest.fn(function(this: HTMLDialogElement) {
      this.dispatchEvent(new Event('close'));
    });
    Element.prototype.scrollIntoView = jest.fn();
    const asked: CaseListQuery[] = [];
    TestBed.configureTestingModule({
      providers: [
        provideRouter([]),
        { provide: ShopService, useValue: { shop: () => DEFAULT_SHOP } },
        {
          provide: ApiService,
          useValue: {
            cases: (q: CaseListQuery) => {
              asked.push(q);
              const word = q.q?.toLowerCase() ?? '';
              return answers ? of({ rows: ROWS.filter((r) => r.title.toLowerCase().includes(word)), total: 2 }) : throwError(() => new Error('gone'));
            },
          },
        },
      ],
    });
    const f = TestBed.createComponent(FindSheet);
    const went: unknown[] = [];
    jest.spyOn(TestBed.inject(Router), 'navigate').mockImplementation(async (...to) => !!went.push(to));
    let closed = 0;
    f.componentInstance.closed.subscribe(() => closed++);
    f.detectChanges();
    const el = f.nativeElement as HTMLElement;
    const field = el.querySelector('input')!;
    const settle = (): void => {
      jest.advanceTimersByTime(200);
      f.detectChanges();
    };
    settle();
    const type = (text: string): string[] => {
      field.value = text;
      field.dispatchEvent(new Event('input'));
      settle();
      return [...el.querySelectorAll('li span')].map((s) => s.textContent!);
    };
    const press = (key: string): void => {
      field.dispatchEvent(new KeyboardEvent('keydown', { key }));
      f.detectChanges();
    };
    return { el, field, type, press, went, asked, closed: () => closed };
  }
  afterEach(() => jest.useRealTimers());

  it('takes the number on a tool, typed or scanned, to that tool', () => {
    ROWS.push({ id: 'c', title: 'N-014 nest', place: '', familyLabel: 'Gauge', tools: 'N-014' } as never);
    const { type, press, went, el } = setUp();
    type('n-014');
    expect(el.querySelector('li small')!.textContent).toBe('tool N-014');
    press('Enter');
    expect(went).toEqual([[['/case', 'c', 'proof'], { queryParams: { part: 'use' } }]]);
    ROWS.pop();
  });
  it('begins with the cases last changed and the sections, and finds by words', () => {
    const { el, type, asked } = setUp();
    expect([...el.querySelectorAll('li span')].map((s) => s.textContent).slice(0, 3)).toEqual(['Hinge drill jig', 'Kitting tray', 'Walk']);
    expect(asked[0]).toMatchObject({ sort: 'updated', down: true });
    expect(type('hinge')).toEqual(['Hinge drill jig']);
    expect(type('pekk')).toContain('PEKK');
    expect(type('vat')).toContain('Vat resin');
    expect(type('zzzz')).toEqual([]);
    expect(el.querySelector('[role=status]')!.textContent).toContain('Nothing is called that');
  });
  it('is walked by the arrow keys and taken by Enter', () => {
    const { field, type, press, went, closed } = setUp();
    const found = type('sh');
    expect(found.slice(0, 2)).toEqual(['Shop', 'Shelf']);
    press('ArrowDown');
    expect(field.getAttribute('aria-activedescendant')).toBe('found-1');
    press('Enter');
    expect(went).toEqual([[['/shelf'], { queryParams: undefined }]]);
    expect(closed()).toBe(1);
    type('pekk');
    press('ArrowUp');
    press('ArrowDown');
    press('Enter');
    expect(went[1]).toEqual([['/shelf'], { queryParams: { find: 'PEKK' } }]);
  });
  it('takes nothing that does not go with what is typed, however soon Enter comes', () => {
    const { field, press, went } = setUp();
    field.value = 'pekk';
    field.dispatchEvent(new Event('input'));
    press('Enter');
    expect(went).toEqual([[['/shelf'], { queryParams: { find: 'PEKK' } }]]);
  });
  it('is taken by a click, and closed by one beside it', () => {
    const { el, type, went, closed } = setUp();
    type('kitting');
    el.querySelector<HTMLElement>('li span')!.click();
    expect(went).toEqual([[['/case', 'b'], { queryParams: undefined }]]);
    el.querySelector('dialog')!.click();
    expect(closed()).toBe(2);
  });
  it('finds what it has without the service', () => {
    expect(setUp(false).type('walk')).toEqual(['Walk']);
  });
});

describe('the case beside', () => {
  const service = (answers = true) => {
    let asked = 0;
    TestBed.configureTestingModule({
      providers: [{
        provide: ApiService,
        useValue: { cases: () => (asked++, answers ? of({ rows: [{ id: 'x' }, { id: 'y' }], total: 2 }) : throwError(() => new Error('gone'))) },
      }],
    });
    return { s: TestBed.inject(NeighboursService), asked: () => asked };
  };
  it('is the next of the list last seen, none at its end', async () => {
    const { s, asked } = service();
    s.listed(['a', 'b', 'c']);
    expect(await Promise.all([s.beside('a', 1), s.beside('b', -1), s.beside('c', 1), s.beside('a', -1)])).toEqual(['b', 'a', undefined, undefined]);
    expect(asked()).toBe(0);
  });
  it('is that of worth where no list was seen, and none without the service', async () => {
    const { s, asked } = service();
    expect(await s.beside('x', 1)).toBe('y');
    expect(await s.beside('y', -1)).toBe('x');
    expect(asked()).toBe(1);
    TestBed.resetTestingModule();
    expect(await service(false).s.beside('x', 1)).toBeUndefined();
  });
});
