import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { of, throwError } from 'rxjs';
import { demoDoc } from '@cuadro/core/case/testing';
import type { CaseDoc } from '@cuadro/core/case/types';
import { evaluateCase } from '@cuadro/core/decide/evaluate-case';
import type { Values } from '@cuadro/core/inputs/spec';
import type { Evidence } from '@cuadro/core/records/evidence';
import type { RecordRow } from '@cuadro/core/records/kind';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { ApiService, RequestFault } from '../data/api.service';
import { CaseStore } from '../data/case-store';
import { ComputeService } from '../data/compute.service';
import { PapersStep } from '../case/papers/papers-step';
import { LogPage } from '../log/log-page';
import { ShopService } from '../data/shop.service';
import { RecordsView } from './records-view';

const QUOTE: Values = {
  supplier: 'Tornería Prueba',
  dated: '2026-11-25',
  valid_until: '2199-01-01',
  breaks: [{ from: 1, each: 120 }, { from: 10, each: 80 }],
  once: 0,
};
const row = (values: Values, id = 'r1', kind = 'quote'): RecordRow => ({ id, kind, caseId: 'c1', at: '2026-11-25T10:00:00Z', who: 'Bo', revision: 3, values });

function api(rows: RecordRow[], more: object = {}) {
  const calls: unknown[][] = [];
  const keep = (name: string, answer: unknown) => (...args: unknown[]) => {
    calls.push([name, ...args]);
    return of(answer);
  };
  return {
    calls,
    value: {
      records: () => of({ total: rows.length, rows }),
      addRecord: keep('add', row({})),
      patchRecord: keep('patch', row({})),
      removeRecord: keep('remove', undefined),
      restoreRecord: keep('restore', row({})),
      revisions: () => of([{ revision: 5, at: '2026-11-25T10:00:00Z', who: 'Bo' }, { revision: 2, at: '2026-11-20T10:00:00Z', who: 'Ada' }]),
      revision: (_: string, revision: number) => of({ revision, at: '2026-11-20T10:00:00Z', who: 'Ada', doc: demoDoc({ title: 'As it was' }) }),
      ...more,
    },
  };
}
const reload = jest.fn(async () => undefined);
function provide(server: ReturnType<typeof api>, evidence: Evidence = BUILT_IN_SITE.evidence) {
  const site = { shop: BUILT_IN_SITE.shop, evidence };
  TestBed.configureTestingModule({
    providers: [{ provide: ApiService, useValue: server.value }, { provide: ComputeService, useValue: {} }, {
      provide: ShopService,
      useValue: {
        currency: () => 'EUR',
        shop: () => site.shop,
        site: () => site,
        load: async () => undefined,
        follow: reload,
      },
    }],
  });
}
async function hands<T>(fixture: { detectChanges(): void; nativeElement: HTMLElement; componentInstance: T }) {
  const el = fixture.nativeElement;
  const settle = async (): Promise<void> => {
    fixture.detectChanges();
    for (let k = 0; k < 12; k++) await Promise.resolve();
    fixture.detectChanges();
  };
  await settle();
  const press = async (name: RegExp): Promise<void> => {
    const b = [...el.querySelectorAll('button')].find((x) => name.test(x.getAttribute('aria-label') ?? x.textContent!.trim()));
    if (!b) throw new Error(`no button like ${name}`);
    b.click();
    await settle();
  };
  const type = async (name: string, text: string): Promise<void> => {
    const f = el.querySelector<HTMLInputElement>(`[aria-label="${name}"]`)!;
    f.value = text;
    for (const e of ['input', 'change']) f.dispatchEvent(new Event(e));
    await settle();
  };
  const send = async (): Promise<void> => {
    el.querySelector('form')!.dispatchEvent(new Event('submit', { cancelable: true }));
    await settle();
  };
  return { el, settle, press, type, send, text: () => el.textContent!.replace(/\s+/g, ' ') };
}
async function records(kind: string, server: ReturnType<typeof api>) {
  provide(server);
  const fixture = TestBed.createComponent(RecordsView);
  fixture.componentRef.setInput('kind', kind);
  fixture.componentRef.setInput('caseId', 'c1');
  return hands(fixture);
}

async function offeredFor(kind: string): Promise<string> {
  const fixture = TestBed.createComponent(RecordsView);
  fixture.componentRef.setInput('kind', kind);
  return (await hands(fixture)).text();
}

describe('records of any kind', () => {
  it('are listed with what was answered, in words, and what has to be known of them today', async () => {
    const { text } = await records('quote', api([row(QUOTE), row({ ...QUOTE, supplier: 'Old', valid_until: '2020-01-01' }, 'r2')]));
    expect(text()).toContain('Tornería Prueba');
    expect(text()).toMatch(/from pieces 1, price of one 120\sEUR; from pieces 10, price of one 80\sEUR/);
    expect(text()).toContain('Ran out on Wed, 1 Jan 2020');
  });
  it('are added when they are complete, with what was usual as it stood', async () => {
    const server = api([]);
    const { press, type, send, el, text } = await records('quote', server);
    expect(text()).toContain('None yet.');
    await press(/^Add a quote$/);
    await send();
    expect(el.querySelector('form [role=alert]')!.textContent).toBe('Supplier is missing.');
    await type('Supplier', 'Tornería Prueba');
    await send();
    expect(server.calls[0]).toMatchObject(['add', 'quote', 'c1', {
      supplier: 'Tornería Prueba',
      once: 0,
      breaks: [],
      dated: expect.stringMatching(/^\d{4}-\d\d-\d\d$/),
    }, 'local user']);
    expect(el.querySelector('form')).toBeNull();
  });
  it('are changed answer by answer; what somebody else answered meanwhile is named, and saving again goes over it', async () => {
    const theirs = { ...row({ ...QUOTE, once: 90, supplier: 'Far' }), revision: 4, who: 'Cy' };
    const clash = new RequestFault('Changed.', 'CLASH', false, undefined, theirs, [{ path: ['once'], mine: 75, theirs: 90 }]);
    let first = true;
    const sent: unknown[] = [];
    const patchRecord = (kind: string, id: string, patch: unknown) => {
      sent.push([kind, id, patch]);
      const answer = first ? throwError(() => clash) : of(theirs);
      first = false;
      return answer;
    };
    const { press, type, send, el } = await records('quote', api([row(QUOTE)], { patchRecord }));
    await press(/^Change Tornería Prueba$/);
    await type('One-off charge', '75');
    await send();
    expect(el.querySelector('form [role=alert]')!.textContent).toContain('Cy changed the same meanwhile, to One-off charge: 90');
    const field = (label: string) => el.querySelector<HTMLInputElement>(`[aria-label="${label}"]`)!.value;
    expect([field('One-off charge'), field('Supplier')]).toEqual(['75', 'Far']);
    await send();
    expect(sent).toEqual([0, 90].map((was) => ['quote', 'r1', { changes: [{ path: ['once'], was, now: 75 }], who: 'local user' }]));
    expect(el.querySelector('form')).toBeNull();
  });
  it('keep what was typed when storing fails', async () => {
    const server = api([row(QUOTE)], { patchRecord: () => throwError(() => new Error('Somebody else changed this record.')) });
    const { press, type, send, el } = await records('quote', server);
    await press(/^Change Tornería Prueba$/);
    await type('One-off charge', '75');
    await send();
    expect(el.querySelector('form [role=alert]')!.textContent).toBe('Somebody else changed this record.');
    expect(el.querySelector<HTMLInputElement>('[aria-label="One-off charge"]')!.value).toBe('75');
  });
  it('move estimates when they are of a kind that tells', async () => {
    reload.mockClear();
    const server = api([row({ tool: 'n', duty: 'locate', material: 'pei', cycles: 5, ended: 'worn' }, 'r1', 'tool-life')]);
    const { press } = await records('tool-life', server);
    await press(/^Take off n$/);
    expect(server.calls[0]).toEqual(['remove', 'tool-life', 'r1']);
    expect(reload).toHaveBeenCalled();
  });
});

describe('rows from a spreadsheet', () => {
  it('are looked over, those that can be are added, the others say why; what needs a table or a file is not offered', async () => {
    const server = api([]);
    const { press, el, text, settle } = await records('past-order', server);
    await press(/^from a spreadsheet$/);
    const field = el.querySelector('textarea')!;
    field.value =
      'Tool\tIt was\tPaid in all\tLong\tWide\tHigh\tOrdered on\nJig\tmachined\t480\t240\t96\t42\t2025-03-12\nFrame\tknitted\t1\t1\t1\t1\t2025-03-12';
    field.dispatchEvent(new Event('input'));
    await settle();
    expect(text()).toContain('1 of 2 rows can be added.');
    expect(text()).toContain('Line 3: It was: one of machined');
    await press(/^Add 1 rows$/);
    await settle();
    expect(server.calls.map((c) => c.slice(0, 4))).toEqual([[
      'add',
      'past-order',
      'c1',
      { tool: 'Jig', way: 'machined', price: 480, pieces: 1, x: 240, y: 96, z: 42, on: '2025-03-12' },
    ]]);
    const quotes = await offeredFor('quote');
    expect(quotes).not.toContain('from a spreadsheet');
  });
});

describe('papers of a case', () => {
  async function papers(rows: RecordRow[], start: CaseDoc = demoDoc({ need: { copies: { level: 'must', value: 12, from: '' } } })) {
    provide(api(rows));
    const doc = signal(start);
    TestBed.overrideProvider(CaseStore, {
      useValue: {
        doc,
        record: signal({ id: 'c1', revision: 5 }),
        view: signal(evaluateCase(start, BUILT_IN_SITE, 50).view),
        edit: (f: (d: CaseDoc) => CaseDoc) => doc.set(f(doc())),
        settled: async () => true,
      },
    });
    return { doc, ...(await hands(TestBed.createComponent(PapersStep))) };
  }
  it('a quote goes over a way at the price for the copies asked, with its wait', async () => {
    const { press, doc, text } = await papers([row({ ...QUOTE, once: 30, wait: 9 })]);
    await press(/^put over A: Tornería Prueba$/);
    const [[route, lines]] = Object.entries(doc().overrides);
    expect(route).toMatch(/\w+\/\w+/);
    expect(lines).toMatchObject({
      price_each: { likely: 80, kind: 'quote', note: 'Quote of Tornería Prueba, dated 2026-11-25' },
      price_once: { likely: 30 },
      lead_days: { likely: 9 },
    });
    expect(text()).toMatch(/80\.0\sEUR a tool for 12 copies/);
  });
  it('or over today, the one-off charge kept apart', async () => {
    const { press, doc } = await papers([row({ ...QUOTE, once: 60 })]);
    await press(/^put over today: /);
    expect(doc().today).toMatchObject({ cost: 80, once: 60 });
  });
  it('one that has run out goes over nothing', async () => {
    const { el } = await papers([row({ ...QUOTE, valid_until: '2020-01-01' })]);
    expect([...el.querySelectorAll('button')].some((b) => b.textContent!.startsWith('put over'))).toBe(false);
  });
  it('earlier states are compared line by line and brought back', async () => {
    const { press, doc, text } = await papers([]);
    await press(/^History$/);
    await press(/^Revision 2$/);
    expect(text()).toMatch(/Tool ?As it was ?Test jig/);
    await press(/^Bring this state back$/);
    expect(doc().title).toBe('As it was');
    expect(text()).toContain('The state of revision 2 is back');
  });
});

describe('the log', () => {
  it('says what the records say together', async () => {
    provide(api([]), {
      life: [{ duty: 'locate', material: 'pei', item: 'body', n: 12, worn: 7, median: 1234.5 }],
      ratios: [{ process: 'cnc-mill', of: 'hours', n: 3, mean: 1.42 }, { process: 'cnc-mill', of: 'scrap', n: 4, mean: 0.25 }],
    });
    const { text, press } = await hands(TestBed.createComponent(LogPage));
    expect(text()).toMatch(/What locates the work, of PEI: median life 1\s235 cycles, from 12 tools of your own log, 7 worn out\./);
    expect(text()).toContain('CNC milling: taken over estimated: hours 1.42 (3 builds); 25 % of 4 builds of your own log failed.');
    await press(/^Builds$/);
    expect(text()).toContain('What a build took against what was estimated');
  });
});
