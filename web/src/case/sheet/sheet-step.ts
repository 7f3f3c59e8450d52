import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { type Letter, type LineOverride, routeKey } from '@cuadro/core/case/types';
import type { PinView, SheetFigure } from '@cuadro/core/decide/evaluate-case';
import { ahead, newWays } from '@cuadro/core/decide/summary';
import { formatDate } from '@cuadro/core/quantity/date';
import { formatNumber } from '@cuadro/core/quantity/quantity';
import { sizeOf } from '@cuadro/core/case/facts';
import { factsOf } from '@cuadro/core/plan/facts';
import { CaseStore } from '../../data/case-store';
import { MarginService, type OpenSubject } from '../../data/margin.service';
import { SettingsService } from '../../data/settings.service';
import { ShopService } from '../../data/shop.service';
import { inAddress } from '../../shared/address';
import { Chart } from '../../shared/chart';
import { StateGlyph } from '../../shared/state-glyph';
import { LeadCalendar } from './lead-calendar';
import { OverrideForm } from './override-form';
import {
  beyondWords,
  buildUpChart,
  buildUpWords,
  copiesChart,
  crossingWords,
  cyclesChart,
  moversChart,
  moversWords,
  priceStepsChart,
  sizeChart,
  sizeWords,
} from './sheet-charts';
import { SheetStrips } from './sheet-strips';

/** Pinned routes side by side. Every figure opens in the margin; any line can be overridden. */
@Component({
  selector: 'cu-sheet-step',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Chart, LeadCalendar, OverrideForm, SheetStrips, StateGlyph],
  templateUrl: './sheet-step.html',
  styleUrl: './sheet-step.scss',
})
export class SheetStep {
  protected readonly store = inject(CaseStore);
  protected readonly margin = inject(MarginService);
  private readonly settings = inject(SettingsService);
  private readonly shops = inject(ShopService);

  protected readonly pins = computed(() => this.store.view()?.pins ?? []);
  /** Does waiting cost anything here? */
  protected readonly waits = computed(() => this.store.doc()!.today.delay_per_day > 0 && !this.store.doc()!.today.waitingFree);
  /** Lines shown; waiting only where a day's delay costs something. */
  protected readonly rows = computed(() => {
    const waits = this.waits();
    return this.pins()[0]?.figures.map((f) => f.name).filter((n) => waits || (n !== 'wait_cost' && n !== 'programme_with_wait')) ?? [];
  });
  private greeted = false;
  protected readonly shown = inAddress<'strips' | 'figures'>('view', 'strips');
  protected readonly currency = computed(() => this.shops.currency());
  protected readonly shop = computed(() => this.shops.shop());
  /** What is seen at a glance, in the order in which it decides. */
  protected readonly stripNames = computed(() =>
    ['expected_cost', 'lead', 'price_each', 'mass_tool', 'life'].filter((n) => n === 'lead' || this.rows().includes(n))
  );
  /** Doing without neither holds nor fails. */
  protected readonly isTool = (pin: PinView): boolean => pin.letter !== 'T' || !!pin.option.materialLabel;
  protected readonly opens = (pin: PinView, name: string): boolean => this.isOpen(pin, name);
  /** "A is cheapest in 70 of 100 samples, and ready 21 days before the tool of today." */
  protected readonly headline = computed(() => {
    const pins = this.pins();
    const { pin: best, of100 } = ahead(pins, 'chanceCheapest');
    const today = pins.find((p) => p.letter === 'T');
    const days = (p: PinView): number => p.lead.risk?.p50 ?? p.lead.days;
    const gained = today && best !== today && days(today) > 0 ? days(today) - days(best) : 0;
    const when = Math.abs(gained) < 0.5 ? '' : `, and ready ${formatNumber(Math.abs(gained), 2)} days ${gained > 0 ? 'before' : 'after'} the tool of today`;
    return `${best.letter} is cheapest in ${of100} of 100 samples${when}.`;
  });
  protected readonly editing = signal<{ letter: string; name: string } | undefined>(undefined);
  protected readonly editingPin = computed(() => this.pins().find((p) => p.letter === this.editing()?.letter));
  protected readonly editingFigure = computed<SheetFigure | undefined>(() => {
    const e = this.editing();
    const pin = this.editingPin();
    if (!e || !pin) return undefined;
    const found = pin.figures.find((f) => f.name === e.name);
    if (found) return found;
    const note = this.margin.note();
    return note?.kind === 'working' && note.working.name === e.name
      ? {
        name: e.name,
        label: note.working.label,
        unit: note.working.unit,
        value: note.working.value,
        likely: note.working.value,
        range: { p10: 0, p50: 0, p90: 0, mean: 0 },
        overridden: false,
      }
      : undefined;
  });
  /** The figure that is open in the margin may be overridden, however deep it lies. */
  protected readonly openNow = computed(() => {
    const n = this.margin.note();
    return n?.kind === 'working' && n.subject.letter ? { letter: n.subject.letter, name: n.working.name, label: n.working.label } : undefined;
  });

  protected readonly buildUp = computed(() => buildUpChart(this.pins(), this.shops.currency()));
  protected readonly buildUpWords = computed(() => buildUpWords(this.pins(), this.shops.currency()));
  /** The way that is looked at closely: the one chosen, else that of the verdict. */
  protected readonly closely = signal<Letter | undefined>(undefined);
  protected readonly looked = computed(() => {
    const find = (letter: Letter | undefined): PinView | undefined => this.pins().find((p) => p.letter === letter);
    return find(this.closely()) ?? find(this.store.view()?.verdict.letter) ?? this.pins()[0];
  });
  protected readonly steps = computed(() => this.looked() && priceStepsChart(this.looked()!, this.shops.currency()));
  protected readonly movers = computed(() => this.looked() && moversChart(this.looked()!, this.shops.currency()));
  protected readonly moversWords = computed(() => (this.looked() ? moversWords(this.looked()!, this.shops.currency()) : ''));
  protected readonly cycles = computed(() => cyclesChart(this.store.view()!, this.shops.currency()));
  protected readonly crossings = computed(() => crossingWords(this.store.view()!) + beyondWords(this.store.view()!));
  private readonly copies = computed(() => factsOf(this.store.doc()!, this.shops.site()).need.copies?.value ?? 1);
  protected readonly byCopies = computed(() => copiesChart(this.store.view()!, this.copies(), this.shops.currency()));
  protected readonly copiesCrossings = computed(() => crossingWords(this.store.view()!, this.store.view()!.copiesCurve, 'copies'));
  private readonly length = computed(() => sizeOf(this.store.doc()!, true).sorted[0]);
  protected readonly bySize = computed(() => sizeChart(this.store.view()!, this.length(), this.shops.currency()));
  protected readonly sizeCrossings = computed(() => sizeWords(this.store.view()!));
  protected readonly workbook = computed(() => `/api/cases/${this.store.record()?.id}/sheet.xlsx`);
  protected readonly date = formatDate;
  protected readonly routeKey = routeKey;

  constructor() {
    // The margin opens with the figure that decides, once.
    effect(() => {
      const view = this.store.view();
      if (!view?.pins.length || this.greeted) return;
      this.greeted = true;
      if (!untracked(this.margin.note))
        untracked(() => this.open(view.pins.find((p) => p.letter === view.verdict.letter) ?? view.pins[0], 'expected_cost'));
    });
  }

  protected figure(pin: PinView, name: string): SheetFigure {
    return pin.figures.find((f) => f.name === name)!;
  }

  protected text(f: SheetFigure, value = f.value): string {
    return this.settings.figure(value, f.unit, this.shops.currency());
  }

  /** Range without repeating the unit. */
  protected range(f: SheetFigure): string {
    if (!(f.range.p90 > f.range.p10)) return '';
    const strip = (x: number): string => this.settings.figure(x, f.unit, '').replace(/\u00a0[^\d]*$/, '').trim();
    return `${strip(f.range.p10)} to ${strip(f.range.p90)}`;
  }

  protected percent(x: number): string {
    return `${Math.round(100 * x)} %`;
  }

  protected open(pin: PinView, name: string): void {
    void this.margin.open(routeOf(pin), name);
  }

  protected openStrip(pin: PinView, name: string): void {
    if (name === 'lead') this.openLead(pin);
    else this.open(pin, name);
  }

  protected openLead(pin: PinView): void {
    void this.margin.openLead(routeOf(pin));
  }

  protected isOpen(pin: PinView, name: string): boolean {
    return this.margin.openFigure() === `${routeKey(pin.option)} ${name}`;
  }

  protected openChance(pin: PinView): void {
    this.margin.show({
      kind: 'text',
      title: `How sure is ${pin.letter}?`,
      paragraphs: [
        `In ${this.percent(pin.chanceCheapest)} of ${this.store.view()!.samples} samples this way has the lowest expected cost: programme${
          this.waits() ? ', waiting' : ''
        } and risk together; in ${
          this.percent(pin.chanceEarliest)
        } it is ready first. Figures that two routes share (an hour's rate, the cycles a year) are drawn once for both.`,
        'What moves its cost over the programme most, each entry from low to high with all others at likely:',
      ],
      rows: pin.swings.map((s) => ({
        label: s.label,
        text: `${this.settings.money(Math.min(s.atLow, s.atHigh), this.shops.currency())} to ${
          this.settings.money(Math.max(s.atLow, s.atHigh), this.shops.currency())
        }`,
      })),
    });
  }

  /** Leave waiting out of every comparison of this case, or count it again. */
  protected countWaiting(count: boolean): void {
    this.store.edit((doc) => {
      const today = { ...doc.today };
      if (count) delete today.waitingFree;
      else today.waitingFree = true;
      return { ...doc, today };
    });
  }

  protected edit(letter: string, name: string): void {
    this.editing.set({ letter, name });
  }

  protected overrideNow(): LineOverride | undefined {
    const pin = this.editingPin();
    const e = this.editing();
    return pin && e ? this.store.doc()!.overrides[routeKey(pin.option)]?.[e.name] : undefined;
  }

  /** An override pins what was suggested: a quote must not move to another route. */
  protected put(value: LineOverride | undefined): void {
    const pin = this.editingPin();
    const e = this.editing();
    if (!pin || !e) return;
    const key = routeKey(pin.option);
    this.store.edit((doc) => {
      const lines = { ...doc.overrides[key] };
      if (value) lines[e.name] = value;
      else delete lines[e.name];
      const overrides = { ...doc.overrides, [key]: lines };
      if (!Object.keys(lines).length) delete overrides[key];
      const pins = doc.pins.length ? doc.pins : newWays(this.store.view()!).map((p) => ({ process: p.option.process, material: p.option.material }));
      return { ...doc, overrides, pins };
    });
    this.editing.set(undefined);
  }
}

const routeOf = (pin: PinView): OpenSubject => ({ id: routeKey(pin.option), letter: pin.letter });
