import { ChangeDetectionStrategy, Component, signal, type WritableSignal } from '@angular/core';
import { BUILT_IN_SITE } from '@cuadro/core/records/site';
import { TestBed } from '@angular/core/testing';
import { provideRouter, Router } from '@angular/router';
import { evaluateCase, type CaseView } from '@cuadro/core/decide/evaluate-case';
import { demoDoc } from '@cuadro/core/case/testing';
import type { CaseDoc } from '@cuadro/core/case/types';
import type { CaseRecord } from '@cuadro/core/wire';
import { CaseStore } from '../data/case-store';
import type { SaveState } from '../data/edited';
import { ComputeService } from '../data/compute.service';
import { CasePage } from './case-page';

@Component({ template: '', changeDetection: ChangeDetectionStrategy.OnPush })
class Nothing {}

function setUp(change: Partial<CaseDoc> = {}, more: Record<string, unknown> = {}) {
  const doc: WritableSignal<CaseDoc | undefined> = signal(demoDoc(change));
  const view: CaseView = evaluateCase(doc()!, BUILT_IN_SITE, 20).view;
  const done: string[] = [];
  const record = signal<Partial<CaseRecord>>({ id: 'c1', revision: 7, signedRevision: null });
  const store = {
    doc,
    record,
    view: signal(view),
    computing: signal(false),
    saveState: signal<SaveState>('saved'),
    fault: signal(''),
    missing: signal(false),
    theirs: signal(undefined),
    clashes: signal([]),
    untouched: signal([]),
    otherTabs: signal(new Set()),
    formerVerdict: signal(undefined),
    canUndo: () => true,
    canRedo: () => false,
    open: async (id: string) => void done.push(`open ${id}`),
    undo: () => void done.push('undo'),
    redo: () => void done.push('redo'),
    settle: (keep: (field: string) => string) => void done.push(`title ${keep('title')}, need.load.value ${keep('need.load.value')}`),
    ...more,
  };
  TestBed.configureTestingModule({ providers: [provideRouter([{ path: '**', component: Nothing }]), { provide: ComputeService, useValue: {} }] });
  TestBed.overrideComponent(CasePage, { set: { providers: [{ provide: CaseStore, useValue: store }] } });
  const fixture = TestBed.createComponent(CasePage);
  fixture.componentRef.setInput('id', 'c1');
  fixture.detectChanges();
  const el = fixture.nativeElement as HTMLElement;
  const went: string[] = [];
  jest.spyOn(TestBed.inject(Router), 'navigate').mockImplementation(async (path) => (went.push(path.join('/')), true));
  const press = (init: KeyboardEventInit, at: Element = document.body): KeyboardEvent => {
    const event = new KeyboardEvent('keydown', { bubbles: true, cancelable: true, ...init });
    at.dispatchEvent(event);
    return event;
  };
  const fullness = (): Record<string, string> =>
    Object.fromEntries([...el.querySelectorAll('.strip a')].map((a) => a.textContent!.trim().split(', ') as [string, string]));
  return { el, done, went, press, fullness, record, fixture, text: () => el.textContent!.replace(/\s+/g, ' ') };
}

afterEach(() => document.body.replaceChildren());

describe('the page of a case', () => {
  it('opens the case, and shows what it is, its verdict so far, its revision and whether it is saved', () => {
    const { done, text } = setUp({ title: 'Hinge jig' });
    expect(done).toEqual(['open c1']);
    expect(text()).toMatch(/Hinge jig.*Hand jig or drill guide.*Revision 7.*saved/);
  });
  it('says how full each step is', () => {
    const bare = setUp();
    expect(bare.fullness()).toMatchObject({ Need: 'empty', Shape: 'empty', Routes: 'partial', Verdict: 'partial', Proof: 'empty' });
    TestBed.resetTestingModule();
    const given = { level: 'must' as const, from: '' };
    const full = setUp({
      need: { load: { ...given, value: 50 }, serviceTemp: { ...given, value: 25 }, tolerance: { ...given, value: 1 } },
      pins: [{ process: 'cnc-mill', material: 'al-6061' }],
    });
    expect(full.fullness()).toMatchObject({ Need: 'done', Routes: 'done', Verdict: 'partial' });
    full.record.update((r) => ({ ...r, signedRevision: 7 }));
    full.fixture.detectChanges();
    expect(full.fullness()['Verdict']).toBe('done');
  });
  it('names in the margin what is not known and what is assumed, as one would write it', () => {
    const { text } = setUp({ family: 'spare-part' });
    expect(text()).toMatch(/Not known: .*largest load/);
    expect(text()).toMatch(/Assumed, as usual for this kind of tool: .*tightest tolerance/);
  });
  it('goes to a step by Alt and its number', () => {
    const { press, went } = setUp();
    expect(press({ altKey: true, code: 'Digit3', key: '3' }).defaultPrevented).toBe(true);
    press({ altKey: true, code: 'Digit9', key: '9' });
    expect(went).toEqual(['/case/c1/plan']);
  });
  it('takes back and brings back by key, but leaves that to a field while somebody types in it', () => {
    const { press, done } = setUp();
    done.length = 0;
    press({ ctrlKey: true, key: 'z' });
    press({ ctrlKey: true, key: 'y' });
    press({ metaKey: true, shiftKey: true, key: 'Z' });
    const field = document.body.appendChild(document.createElement('input'));
    press({ ctrlKey: true, key: 'z' }, field);
    expect(done).toEqual(['undo', 'redo', 'redo']);
  });
  it('shows what both changed side by side, each to be chosen', () => {
    const clash = (path: string[], label: string, mineText: string, theirsText: string) => ({ path, label, mineText, theirsText });
    const { el, done, text } = setUp({}, {
      saveState: signal('conflict'),
      clashes: signal([clash(['title'], 'Tool', 'Jig', 'Drill jig'), clash(['need', 'load', 'value'], 'Largest load', '200 N, must', '')]),
      theirs: signal({ updatedBy: 'Ada', revision: 8, updatedAt: '2026-11-25T08:00:00Z' }),
    });
    expect(text()).toContain('Ada saved revision 8');
    expect([...el.querySelectorAll('.clashes tbody tr')].map((r) => r.textContent!.replace(/\s+/g, ' ').trim())).toEqual([
      'Tool Jig Drill jig',
      'Largest load 200 N, must nothing',
    ]);
    const radios = [...el.querySelectorAll<HTMLInputElement>('.clashes input')];
    radios[0].click();
    radios[3].click();
    el.querySelector<HTMLButtonElement>('.clashes button')!.click();
    expect(done.slice(1)).toEqual(['title mine, need.load.value theirs']);
  });
  it('says when a case is not here, and when it is still on its way', () => {
    expect(setUp({}, { missing: signal(true) }).text()).toContain('This case is not here');
    TestBed.resetTestingModule();
    expect(setUp({}, { doc: signal(undefined) }).text()).toContain('Loading the case …');
  });
});
