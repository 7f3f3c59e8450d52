import { signal } from '@angular/core';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { TestBed } from '@angular/core/testing';
import { of, throwError } from 'rxjs';
import { evaluateCase } from '@cuadro/core/decide/evaluate-case';
import { demoDoc } from '@cuadro/core/case/testing';
import { caseSchema } from '@cuadro/core/document/case-schema';
import type { CaseDoc } from '@cuadro/core/case/types';
import type { CaseRecord, SignatureRow } from '@cuadro/core/wire';
import { ApiService } from '../../data/api.service';
import { CaseStore } from '../../data/case-store';
import { ComputeService } from '../../data/compute.service';
import { SettingsService } from '../../data/settings.service';
import { ShopService } from '../../data/shop.service';
import { VerdictStep } from './verdict-step';

const LOAD = { load: { level: 'must', value: 500, from: '' } } as const;
const DOC = demoDoc({ need: LOAD });
const VIEW = evaluateCase(DOC, BUILT_IN_SITE, 50).view;
/** Nobody may sign this one here. */
const HOOK = evaluateCase(demoDoc({ family: 'lifting-aid', need: LOAD }), BUILT_IN_SITE, 50).view;
const signature = (who: string, revision: number): SignatureRow =>
  ({ id: `s${revision}`, who, role: '', statement: '', at: '2026-11-20T09:30:00Z', revision, kind: VIEW.verdict.kind }) as unknown as SignatureRow;

async function setUp({ settled = true, fail = '', before = [] as SignatureRow[], computed = true, view = VIEW, of: own = DOC, papers = [] as object[] } = {}) {
  const record = signal<CaseRecord | undefined>({ id: 'c1', revision: 4, doc: DOC, signedRevision: null } as unknown as CaseRecord);
  const signed: unknown[] = [];
  const doc = signal<CaseDoc>(own);
  TestBed.configureTestingModule({
    providers: [
      {
        provide: CaseStore,
        useValue: {
          record,
          doc,
          edit: (change: (d: CaseDoc) => CaseDoc) => doc.update(change),
          view: signal(computed ? view : undefined),
          settled: async () => settled,
        },
      },
      { provide: ComputeService, useValue: {} },
      {
        provide: ShopService,
        useValue: { currency: () => 'EUR', shop: () => ({ currency: 'EUR' }), site: () => BUILT_IN_SITE, siteKey: () => 'shop 3', settled: async () => true },
      },
      {
        provide: ApiService,
        useValue: {
          signature: () => of({ doc: demoDoc({ need: { load: { level: 'must', value: 400, from: '' } } }), shop: {}, view: VIEW }),
          records: () => of({ rows: papers }),
          signatures: () => of([...signed.map((s) => signature((s as { who: string }).who, 4)), ...before]),
          sign: (_id: string, s: { who: string; revision: number }) => {
            if (fail) return throwError(() => new Error(fail));
            signed.push(s);
            return of(signature(s.who, s.revision));
          },
        },
      },
    ],
  });
  const fixture = TestBed.createComponent(VerdictStep);
  const settle = async (): Promise<void> => {
    fixture.detectChanges();
    for (let k = 0; k < 10; k++) await Promise.resolve();
    fixture.detectChanges();
  };
  await settle();
  const el = fixture.nativeElement as HTMLElement;
  const sign = async (who: string): Promise<void> => {
    el.querySelector<HTMLInputElement>('[name=who]')!.value = who;
    el.querySelector('form')!.dispatchEvent(new Event('submit', { cancelable: true }));
    await settle();
  };
  return {
    el,
    sign,
    signed,
    record,
    doc,
    settle,
    text: () => el.textContent!.replace(/\s+/g, ' '),
    fault: () => el.querySelector('[role=alert]')?.textContent ?? '',
  };
}

describe('the verdict step', () => {
  it('says the verdict, what speaks for it, and its cautions', async () => {
    const { text, el } = await setUp({ view: HOOK });
    // It refers away: there is nothing to sign, and the reason stands in its place.
    expect(el.querySelector('form')).toBeNull();
    expect(text()).toContain('it is not signed here');
    expect(text()).toContain('Needs a licensed engineer or certified supplier');
    expect(text()).toContain('released only by a certified supplier');
    expect(text()).toContain('A falling load kills.');
    expect(text()).toContain('Local codes and licensed practice go first.');
  });
  it('of a bridge shows what the lasting tool costs, and how soon the print is there', async () => {
    const [print, lasting] = VIEW.pins;
    const { el } = await setUp({ view: { ...VIEW, verdict: { ...VIEW.verdict, kind: 'bridge', letter: print.letter, then: lasting.letter } } });
    const letters = [...el.querySelectorAll('cu-today-bars > div')].map((g) => [...g.querySelectorAll('.letter')].map((l) => l.textContent));
    expect(letters).toEqual([['T', lasting.letter], ['T', print.letter, lasting.letter], ['T', lasting.letter]]);
  });
  it('waits in words while nothing is computed', async () => {
    expect((await setUp({ computed: false })).text()).toContain('Computing …');
  });
  it('signs the revision that is shown, and lists it', async () => {
    const { sign, signed, text, record } = await setUp();
    expect(text()).toContain('Nobody yet.');
    await sign('  A. Tester ');
    expect(signed).toEqual([{ revision: 4, site: 'shop 3', who: 'A. Tester', role: '', statement: '' }]);
    expect(text()).toContain('A. Tester');
    expect(text()).not.toContain('Changed since.');
    expect(record()!.signedRevision).toBe(4);
    expect(TestBed.inject(SettingsService).who()).toBe('A. Tester');
  });
  it('asks for a name first', async () => {
    const { sign, signed, fault } = await setUp();
    await sign('x');
    expect(fault()).toBe('Give your name.');
    expect(signed).toEqual([]);
  });
  it('freezes nothing that is not saved, and says what the service says', async () => {
    const unsaved = await setUp({ settled: false });
    await unsaved.sign('A. Tester');
    expect(unsaved.fault()).toContain('not saved yet');
    expect(unsaved.signed).toEqual([]);
    TestBed.resetTestingModule();
    const refused = await setUp({ fail: 'Somebody changed the case meanwhile.' });
    await refused.sign('A. Tester');
    expect(refused.fault()).toBe('Somebody changed the case meanwhile.');
    expect(refused.text()).toContain('Nobody yet.');
  });
  it('marks signatures of an earlier revision and links each to its frozen report', async () => {
    const { text, el } = await setUp({ before: [signature('B. Before', 3)] });
    expect(text()).toContain('B. Before');
    expect(text()).toContain('Changed since.');
    const links = [...el.querySelectorAll<HTMLAnchorElement>('a')].map((a) => a.getAttribute('href'));
    expect(links).toEqual(['/api/cases/c1/report.pdf?units=metric', '/api/cases/c1/report.pdf?units=metric&signature=s3']);
  });
  it('keeps who sees to a condition and by when, marks what is late, and lets go of what is no longer asked', async () => {
    const { el, doc, settle } = await setUp();
    const [first] = VIEW.verdict.conditions;
    doc.update((d) => ({ ...d, decision: { agreed: { 'Asked before.': { who: 'Bo', by: '2020-01-01', done: false } } } }));
    await settle();
    const rows = (): HTMLTableRowElement[] => [...el.querySelectorAll<HTMLTableRowElement>('.conditions tbody tr')];
    expect(rows().map((r) => [r.textContent!.includes('late'), r.textContent!.includes('no longer asked')]).at(-1)).toEqual([true, true]);
    const who = rows()[0].querySelector<HTMLInputElement>('input.field:not([type])')!;
    who.value = ' Ada ';
    who.dispatchEvent(new Event('change'));
    rows()[0].querySelector<HTMLInputElement>('[type=checkbox]')!.click();
    expect(doc().decision!.agreed![first]).toEqual({ who: 'Ada', by: '', done: true });
    await settle();
    expect(el.querySelector('.conditions caption')!.textContent).toContain(`1 of ${VIEW.verdict.conditions.length} done`);
    rows().at(-1)!.querySelector<HTMLButtonElement>('button')!.click();
    expect(Object.keys(doc().decision!.agreed!)).toEqual([first]);
    expect(caseSchema.isValidSync(doc(), { strict: true })).toBe(true);
  });
  it('takes another way only with a reason, and goes back to the rules', async () => {
    const { el, doc, settle, text } = await setUp();
    const button = (words: string): HTMLButtonElement => [...el.querySelectorAll('button')].find((b) => b.textContent!.includes(words))!;
    button('Decide otherwise').click();
    await settle();
    const form = el.querySelector<HTMLFormElement>('.otherwise')!;
    const submit = async (reason: string): Promise<void> => {
      form.querySelector('textarea')!.value = reason;
      form.dispatchEvent(new Event('submit', { cancelable: true }));
      await settle();
    };
    await submit('no');
    expect([text().includes('Say why'), doc().decision]).toEqual([true, undefined]);
    await submit('The customer audits printed tools.');
    const over = doc().decision!.overruled!;
    expect([over.reason, VIEW.pins.some((p) => `${p.option.process}/${p.option.material}` === over.way && p.letter !== VIEW.verdict.letter)]).toEqual([
      'The customer audits printed tools.',
      true,
    ]);
    expect(caseSchema.isValidSync(doc(), { strict: true })).toBe(true);
    button('Go by the rules again').click();
    expect(doc().decision).toEqual({});
  });
  it('names what differs from what was signed, line by line', async () => {
    const { el, settle, text } = await setUp({ before: [signature('B. Before', 3)] });
    [...el.querySelectorAll('button')].find((b) => b.textContent!.includes('What differs'))!.click();
    await settle();
    expect(text()).toMatch(/Largest load\s?400.N, must\s?500.N, must/);
    expect(text()).toContain('Rates or hours of the shop are others as well.');
  });
  it('waits for the approval of a guard; on file and not overdue, it may be signed', async () => {
    const guard = demoDoc({ family: 'guard', need: { ...LOAD, opening: { level: 'must', value: 0, from: '' } } });
    const view = { ...VIEW, verdict: { ...VIEW.verdict, letter: 'A' as const } };
    const paper = (inspect_by: string) => ({
      kind: 'certificate',
      values: { by: 'Machine safety', number: '17', covers: 'guard', dated: '2020-01-01', inspect_by },
    });
    const forms = async (papers: object[]) => {
      TestBed.resetTestingModule();
      const { el } = await setUp({ of: guard, view, papers });
      return [el.querySelectorAll('.sign form').length, el.querySelector('.sign .warn')?.textContent ?? ''];
    };
    expect(await forms([])).toEqual([0, expect.stringContaining('its approval is not on file')]);
    expect(await forms([paper('2021-01-01')])).toEqual([0, expect.stringContaining('Inspection was due')]);
    expect(await forms([paper('2999-01-01')])).toEqual([1, '']);
    // What the approval looks at has to be said.
    TestBed.resetTestingModule();
    const { el } = await setUp({ of: demoDoc({ family: 'guard', need: LOAD }), view, papers: [paper('2999-01-01')] });
    expect(el.querySelector('.sign .warn')!.textContent).toContain('Nobody has said yet: widest opening of the guard.');
  });
});
