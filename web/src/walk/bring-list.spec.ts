import { signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import type { CaseDoc } from '@cuadro/core/case/types';
import { CasesService, type Candidate } from '../data/cases.service';
import { BringList } from './bring-list';

const LIST = ['Name;Kind;Size;Price;Group', 'Drill plate;gauge;240 x 100 x 45;1.200,50;A', 'Nest;gauge;60 x 60;5;B', 'Jig;gauge;9 x 9 x 9;;C'].join('\n');

function setUp(fault?: string) {
  const added: CaseDoc[][] = [];
  const removed: string[][] = [];
  TestBed.configureTestingModule({
    providers: [{
      provide: CasesService,
      useValue: {
        candidates: signal([{ row: { title: 'jig', place: '', family: 'gauge' } } as Candidate]),
        addList: async (docs: CaseDoc[]) => {
          added.push(docs);
          return { ids: docs.slice(fault ? 1 : 0).map((d) => d.title), fault };
        },
        removeList: async (ids: string[]) => void removed.push(ids),
      },
    }],
  });
  const fixture = TestBed.createComponent(BringList);
  fixture.detectChanges();
  const el = fixture.nativeElement as HTMLElement;
  const settle = async (): Promise<void> => {
    for (let k = 0; k < 6; k++) await Promise.resolve();
    fixture.detectChanges();
  };
  const text = (): string => el.textContent!.replace(/\s+/g, ' ');
  const click = async (words: string): Promise<void> => {
    [...el.querySelectorAll('button')].find((b) => b.textContent!.includes(words))!.click();
    await settle();
  };
  const paste = async (list: string): Promise<void> => {
    const area = el.querySelector('textarea')!;
    area.value = list;
    area.dispatchEvent(new Event('input'));
    await settle();
  };
  const choose = async (label: string, value: string): Promise<void> => {
    const select = el.querySelector<HTMLSelectElement>(`[aria-label="${label}"]`)!;
    select.value = value;
    select.dispatchEvent(new Event('change'));
    await settle();
  };
  return { el, added, removed, text, click, paste, choose };
}

describe('a list brought to the Walk', () => {
  it('says what can be added, what cannot and why, and what is there already', async () => {
    const { paste, text } = setUp();
    await paste(LIST);
    expect(text()).toContain('3 rows: 1 can be added, 1 cannot, 1 are there already.');
    expect(text()).toContain('Line 3, Nest: Size: three sides with "x" between them');
  });
  it('takes what each column is said to be, a field only once', async () => {
    const { paste, choose, text, el } = setUp();
    await paste(LIST);
    await choose('Column Group says', 'title');
    expect(el.querySelector<HTMLSelectElement>('[aria-label="Column Name says"]')!.value).toBe('');
    expect(text()).toContain('Line 3, B:');
    // Renamed, nothing of it is there already; names of one letter are none.
    expect(text()).toContain('0 can be added');
  });
  it('adds them, and takes them back', async () => {
    const { paste, click, added, removed, text } = setUp();
    await paste(LIST);
    await click('Add 1 candidates');
    expect(added.map((docs) => docs.map((d) => [d.title, d.family, d.today.cost]))).toEqual([[['Drill plate', 'gauge', 1200.5]]]);
    expect(text()).toContain('1 candidates were added.');
    await click('Take them back');
    expect([removed, text().includes('were added')]).toEqual([[['Drill plate']], false]);
  });
  it('keeps the list where the server broke off, and says how many are there', async () => {
    const { paste, click, el, text } = setUp('The server does not answer.');
    await paste(`${LIST}\nMould;gauge;9 x 9 x 9;1;D`);
    await click('Add 2 candidates');
    expect(el.querySelector('.buttons [role=alert]')!.textContent).toBe('The server does not answer. 1 of 2 are there.');
    expect(el.querySelector('textarea')!.value).toContain('Drill plate');
    expect(text()).toContain('1 candidates were added.');
  });
});
