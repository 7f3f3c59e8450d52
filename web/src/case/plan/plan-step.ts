import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { formatFigure } from '@cuadro/core/case/words';
import { TODAY_FIGURES, todayFigureOf } from '@cuadro/core/case/today';
import type { CaseDoc } from '@cuadro/core/case/types';
import { GIFTS, type Gift } from '@cuadro/core/case/contribution';
import type { PlanView, SheetFigure } from '@cuadro/core/decide/evaluate-case';
import { filled, type InputSpec, type Values } from '@cuadro/core/inputs/spec';
import { inputText } from '@cuadro/core/inputs/text';
import { requirementSpec } from '@cuadro/core/need/requirements';
import { inSentence } from '@cuadro/core/quantity/words';
import { geometryKey, isTodayGift } from '@cuadro/core/plan/evaluate-plan';
import { factsOf } from '@cuadro/core/plan/facts';
import { type Give, PLAN_GROUPS } from '@cuadro/core/plan/planner';
import { plannerOf, plannersFor } from '@cuadro/core/plan/planners';
import { CaseStore } from '../../data/case-store';
import { MarginService } from '../../data/margin.service';
import { SettingsService } from '../../data/settings.service';
import { ShapeService } from '../../data/shape.service';
import { ShopService } from '../../data/shop.service';
import { inAddress } from '../../shared/address';
import { DrawingView } from '../../shared/drawing-view';
import { InputForm } from '../../shared/inputs/input-form';
import { StateGlyph } from '../../shared/state-glyph';

const GIFT_WORDS: Record<Gift, string> = {
  hardware_money: 'the bill of every route, for each tool',
  fitting_hours: 'the bench hours of every route',
  engineering_hours: "the engineer's hours of every route",
  modelling_hours: 'the hours of modelling of every route, instead of the usual ones',
  mass: 'the weight of every route',
  use_cost: 'the cost over the programme',
};
const isGift = (to: string): to is Gift => (GIFTS as readonly string[]).includes(to);

/** Planners that fit this case: what they ask, what they find, what they hand on. One view for all of them. */
@Component({
  selector: 'cu-plan-step',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DrawingView, InputForm, MatProgressBarModule, StateGlyph],
  providers: [ShapeService],
  templateUrl: './plan-step.html',
  styleUrl: './plan-step.scss',
})
export class PlanStep {
  protected readonly store = inject(CaseStore);
  protected readonly margin = inject(MarginService);
  private readonly settings = inject(SettingsService);
  private readonly shapes = inject(ShapeService);
  private readonly shops = inject(ShopService);

  protected readonly offered = computed(() => plannersFor(factsOf(this.store.doc()!, this.shops.site())));
  /** As they are offered, by what they are about. */
  protected readonly groups = computed(() =>
    Object.entries(PLAN_GROUPS).map(([about, label]) => ({ label, planners: this.offered().filter((p) => p.about === about) })).filter((g) => g.planners.length)
  );
  protected readonly worked = (id: string): boolean => !!this.store.doc()!.plans?.[id];
  private readonly first = computed(() => this.offered().find((p) => this.store.doc()!.plans?.[p.id]) ?? this.offered()[0]);
  /** The planner on show: as chosen, else the first in use, else the first that fits. */
  protected readonly chosen = inAddress<string>('planner', '');
  protected readonly shown = computed(() => (this.offered().find((p) => p.id === this.chosen()) ?? this.first()).id);
  protected readonly planner = computed(() => plannerOf(this.shown()));
  /** A table of many columns takes the whole width. */
  protected readonly wide = computed(() => this.planner().inputs.some((i) => i.kind === 'table'));
  protected readonly used = computed(() => this.store.doc()!.plans?.[this.shown()]);
  protected readonly values = computed<Values>(() => this.used()?.values ?? {});
  protected readonly view = computed<PlanView | undefined>(() => this.store.view()?.plans.find((p) => p.id === this.shown()));
  protected readonly headline = computed(() => this.view()?.figures.slice(0, this.view()!.headline) ?? []);
  protected readonly rest = computed(() => this.view()?.figures.slice(this.view()!.headline) ?? []);
  protected readonly gives = computed(() =>
    this.view()?.gives.map((g) => {
      const figure = this.view()!.figures.find((f) => f.name === g.line);
      // An answer of the form may be handed on as it is.
      const asked = this.planner().inputs.find((i) => i.id === g.line);
      const label = figure?.label ?? asked?.label ?? g.line;
      const says = figure
        ? this.text(figure)
        : asked
        ? inputText(asked, filled(this.planner().inputs, this.values())[asked.id], this.settings.units(), this.shops.currency())
        : '';
      return { ...g, ...this.place(g.to), label, says };
    }) ?? []
  );
  protected readonly measuring = signal(false);
  protected readonly problem = signal('');
  protected readonly shape = computed(() => this.store.doc()!.shapes.printed ?? this.store.doc()!.shapes.machined);

  protected text = (f: SheetFigure): string => formatFigure(f.value, f.unit, this.shops.currency(), this.settings.units());
  protected spread(f: SheetFigure): string {
    const one = (x: number): string => formatFigure(x, f.unit, this.shops.currency(), this.settings.units());
    // The unit stands once, at the end.
    const [low, high] = [one(f.range.p10), one(f.range.p90)];
    return f.range.p90 > f.range.p10 ? `${/^[−\d\s.]*/.exec(low)![0].trim()} to ${high}` : '';
  }

  protected use(): void {
    this.put({});
  }

  protected leave(): void {
    const id = this.shown();
    this.store.edit((doc) => {
      const plans = { ...doc.plans };
      delete plans[id];
      const next: CaseDoc = { ...doc, plans };
      if (!Object.keys(plans).length) delete next.plans;
      return next;
    });
  }

  protected put(values: Values): void {
    const id = this.shown();
    this.store.edit((doc) => ({ ...doc, plans: { ...doc.plans, [id]: { ...doc.plans?.[id], values } } }));
  }

  protected open(f: SheetFigure): void {
    void this.margin.open({ id: `plan:${this.shown()}` }, f.name);
  }

  /** What is asked and why, in the margin. */
  protected explain(spec: InputSpec): void {
    const now = filled([spec], this.values())[spec.id];
    this.margin.show({
      kind: 'text',
      title: spec.label,
      paragraphs: [
        ...(spec.help ? [spec.help] : []),
        `${this.values()[spec.id] === undefined ? 'Usual until you say otherwise' : 'Given by you'}: ${
          inputText(spec, now, this.settings.units(), this.shops.currency())
        }.`,
      ],
    });
  }

  /** Measure on the mesh what the planner asks of it, in the shape worker. */
  protected async measure(): Promise<void> {
    const planner = this.planner();
    const shape = this.shape();
    if (!planner.geometry || !shape) return;
    this.measuring.set(true);
    this.problem.set('');
    try {
      await this.shapes.open(shape);
      const result = await this.shapes.planGeometry(planner.id, filled(planner.inputs, this.values()), shape.marks ?? []);
      const key = geometryKey(planner, shape.hash, this.values(), shape.marks);
      this.store.edit((doc) => ({ ...doc, plans: { ...doc.plans, [planner.id]: { values: this.values(), geometry: { key, result } } } }));
    } catch (e) {
      this.problem.set(e instanceof Error ? e.message : String(e));
    } finally {
      this.measuring.set(false);
    }
  }

  protected cancel(): void {
    this.shapes.cancel();
    this.measuring.set(false);
  }

  private place(to: Give['to']): { where: string; requirement: boolean } {
    if (isTodayGift(to)) {
      const figure = TODAY_FIGURES.find((t) => t.id === todayFigureOf(to));
      return figure
        ? { where: `need, the tool of today: ${inSentence(figure.label)}`, requirement: true }
        : { where: 'the cost of staying with today’s way', requirement: false };
    }
    return isGift(to) ? { where: GIFT_WORDS[to], requirement: false } : { where: `need: ${inSentence(requirementSpec(to).label)}`, requirement: true };
  }
}
