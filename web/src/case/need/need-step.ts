import { FORMS } from '@cuadro/core/need/family';
import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { signalsOf } from '@cuadro/core/case/signals';
import { FROM_TABLE } from '@cuadro/core/case/facts';
import { factsOf } from '@cuadro/core/plan/facts';
import type { InputValue } from '@cuadro/core/inputs/spec';
import { TODAY_FIGURES, TODAY_WAY_IDS, TODAY_WAYS, type TodayFigure } from '@cuadro/core/case/today';
import { bounded } from '@cuadro/core/inputs/schema';
import { MONEY_MAX } from '@cuadro/core/document/case-schema';
import { howManyHold, newWays } from '@cuadro/core/decide/summary';
import { routeKey, type CaseDoc } from '@cuadro/core/case/types';
import { requirementText } from '@cuadro/core/case/words';
import type { StepLine } from '@cuadro/core/decide/step-line';
import type { WorthKnowing } from '@cuadro/core/decide/worth-knowing';
import { FAMILIES, familyOf } from '@cuadro/core/need/families';
import { relevant } from '@cuadro/core/need/relevant';
import {
  requirementSpec,
  type Level,
  type Need,
  type Requirement,
  REQUIREMENTS,
  type RequirementId,
  type RequirementSpec,
} from '@cuadro/core/need/requirements';
import { inSentence } from '@cuadro/core/quantity/words';
import { shelfOf } from '@cuadro/core/shelf/shelf';
import { WET_WITH } from '@cuadro/core/shelf/types';
import { ApiService } from '../../data/api.service';
import { CaseStore } from '../../data/case-store';
import { ComputeService } from '../../data/compute.service';
import { MarginService } from '../../data/margin.service';
import { SettingsService } from '../../data/settings.service';
import { ShopService } from '../../data/shop.service';
import { InputField } from '../../shared/inputs/input-field';
import { QuantityField } from '../../shared/quantity-field';
import { SignalList } from '../../shared/signal-list';
import { LoadTable } from '../loads/load-table';
import { StepLineView } from './step-line-view';

/** What the tool must do, and how it is made today. Assumptions of the family are shown until somebody says otherwise. */
@Component({
  selector: 'cu-need-step',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [InputField, LoadTable, QuantityField, SignalList, StepLineView],
  templateUrl: './need-step.html',
  styleUrl: './need-step.scss',
})
export class NeedStep {
  protected readonly store = inject(CaseStore);
  protected readonly api = inject(ApiService);
  private readonly margin = inject(MarginService);
  protected readonly shops = inject(ShopService);
  private readonly compute = inject(ComputeService);
  private readonly settings = inject(SettingsService);

  /** Questions this case has to answer, with the reason each is asked. */
  private readonly asked = computed(() =>
    relevant(
      familyOf(this.store.doc()!.family),
      this.store.doc()!.need,
      (this.store.view() ? newWays(this.store.view()!) : []).map((p) => this.shelf().material(p.option.material)),
    )
  );
  /** Show the questions as well that nothing here makes worth asking. */
  protected readonly all = signal(false);
  protected readonly others = computed(() => REQUIREMENTS.length - this.asked().size);
  protected readonly groups = computed(() => {
    const shown = REQUIREMENTS.filter((r) => this.all() || this.asked().has(r.id));
    return [...new Set(shown.map((r) => r.group))].map((group) => ({ group, specs: shown.filter((r) => r.group === group) }));
  });
  private readonly shelf = computed(() => shelfOf(this.shops.shop()));
  protected readonly family = computed(() => familyOf(this.store.doc()!.family));

  /** How many ways hold, as soon as a figure is typed. */
  protected readonly holding = computed(() => (this.store.options().length ? howManyHold(this.store.options()) : ''));
  /** Facts not given yet that would change what holds; worked out after the case has settled. */
  protected readonly worth = signal<WorthKnowing[]>([]);
  protected readonly worthLines = computed(() =>
    this.worth().slice(0, 4).map((w) => ({ id: w.id, decides: w.decides, label: requirementSpec(w.id).label, text: this.worthText(w) }))
  );

  /** How many ways hold over what each number may be; the newest case only. */
  protected readonly lines = signal<Partial<Record<RequirementId, StepLine>>>({});
  private drawing = 0;

  protected readonly fromTable = FROM_TABLE;
  protected readonly families = FAMILIES;
  protected readonly forms = Object.entries(FORMS).map(([value, label]) => ({ value, label }));
  protected readonly ways = TODAY_WAY_IDS.map((value) => ({ value, label: TODAY_WAYS[value].label }));
  /** What may be known of the tool of today, as far as this way raises it. */
  protected readonly todayFigures = computed(() => {
    const { today } = this.store.doc()!;
    return today.way === 'none' ? [] : TODAY_FIGURES.filter((f) => f.asked?.({ way: today.way }) ?? true);
  });
  /** What a tool of this way may be made of; what is bought may be of anything. */
  protected readonly stock = computed(() => {
    const { way, material } = this.store.doc()!.today;
    const { near } = TODAY_WAYS[way];
    const all = this.shelf().materials;
    return !near || way === 'bought' ? all : all.filter((m) => m.processes.includes(near) || m.id === material);
  });
  protected readonly axes = ['Length', 'Width', 'Height'] as const;

  protected readonly costSchema = bounded('Cost', 0, MONEY_MAX);
  protected readonly sizeSchema = bounded('Size', 0.5, 20_000, (x) => `${x} mm`);
  protected readonly fluidText = computed(() => {
    const now = this.resolved().fluids?.value;
    return now === undefined ? 'not known' : now.length ? now.map((f) => WET_WITH[f]).join(', ') : 'it stays dry';
  });

  protected readonly resolved = computed(() => factsOf(this.store.doc()!, this.shops.site()).need);
  protected readonly essential = computed(() => new Set(familyOf(this.store.doc()!.family).essential));
  protected readonly measured = computed(() => Object.values(this.store.doc()!.shapes).some(Boolean));
  constructor() {
    effect(() => {
      const settled = this.store.view() && !this.store.computing();
      if (settled) untracked(() => void this.compute.worthKnowing().then((w) => this.worth.set(w), () => this.worth.set([])).then(() => this.drawLines()));
    });
  }

  /** One after the other: an edit in between comes first, and what is drawn then is drawn anew. */
  private async drawLines(): Promise<void> {
    const run = ++this.drawing;
    for (const { id, kind } of this.groups().flatMap((g) => g.specs)) {
      if (kind !== 'number' || typeof this.resolved()[id]?.value !== 'number') continue;
      const line = await this.compute.stepLine(id).catch(() => undefined);
      if (run !== this.drawing || this.store.computing()) return;
      // Where nothing turns, there is nothing to drag for.
      const turns = line && new Set(line.holding).size > 1;
      this.lines.update((now) => ({ ...now, [id]: turns ? line : undefined }));
    }
  }

  protected lineText = (id: RequirementId) => (value: number): string => requirementText(id, value, this.settings.units());

  /** Its why, and what is known of it, in the margin. */
  protected explain(spec: RequirementSpec): void {
    const now = this.resolved()[spec.id];
    const worth = this.worth().find((w) => w.id === spec.id);
    const checks = this.store.view()?.pins.flatMap((p) => p.option.checks.filter((c) => c.state === 'unknown').map((c) => c.reason)) ?? [];
    this.margin.show({
      kind: 'text',
      title: spec.label,
      paragraphs: [
        this.asked().get(spec.id) ?? `Nothing here makes it worth asking. ${spec.help}`,
        ...(worth ? [this.worthText(worth)] : []),
        now
          ? (now.plan
            ? `Worked out by the ${now.from}. Type over it to put a figure of your own in its place.`
            : now.assumed
            ? 'What stands here is usual for this kind of tool. Type over it when you know better.'
            : `Given${now.from ? `: ${now.from}` : ' by you'}.`)
          : 'Not known yet. The comparison goes on without it; what would change:',
        ...(now ? [] : [...new Set(checks)].slice(0, 4)),
      ],
    });
  }

  /** "At 15 °C 34 routes hold, at 65 °C 20. The leading one turns from … to …." */
  private worthText(w: WorthKnowing): string {
    const system = this.settings.units();
    const end = (e: WorthKnowing['low']): string => `${requirementText(w.id, e.value, system)}: ${e.holding} hold`;
    const name = (key: string | undefined): string => {
      if (!key) return 'none';
      const o = this.store.options().find((x) => routeKey(x) === key);
      return o ? `${inSentence(o.processLabel)} in ${o.materialLabel}` : key;
    };
    return `${end(w.low)}; ${end(w.high)}.${w.decides ? ` The leading route would be ${name(w.low.leader)}, or ${name(w.high.leader)}.` : ''}`;
  }

  /** What the figures and what was ticked say for and against another way of making it. */
  protected readonly signalLines = computed(() => {
    const all = signalsOf(this.store.doc()!, this.shops.currency(), this.settings.units());
    return [{ label: 'Speaks for it', text: all.for.join('; ') }, { label: 'Speaks against', text: all.against.join('; ') }].filter((l) => l.text);
  });

  protected edit(change: Partial<CaseDoc>): void {
    this.store.edit((doc) => ({ ...doc, ...change }));
  }

  protected editToday(change: Partial<CaseDoc['today']>): void {
    this.store.edit((doc) => ({ ...doc, today: { ...doc.today, ...change } }));
  }

  protected putToday(id: TodayFigure, value: InputValue | null): void {
    this.editToday({ [id]: value as number | null });
  }

  protected setSize(axis: number, value: number): void {
    this.store.edit((doc) => ({ ...doc, size_mm: doc.size_mm.map((x, i) => (i === axis ? value : x)) as CaseDoc['size_mm'] }));
  }

  /** Three sizes typed into one field. */
  protected setSizes(size_mm: CaseDoc['size_mm']): void {
    this.store.edit((doc) => ({ ...doc, size_mm }));
  }

  protected set(id: RequirementId, value: InputValue): void {
    this.patch(id, { value: value as never });
  }

  protected level(id: RequirementId, level: string): void {
    this.patch(id, { level: level as Level });
  }

  protected from(id: RequirementId, from: string): void {
    this.patch(id, { from: from.slice(0, 200) });
  }

  /** Back to the family's assumption, or to "not known". */
  protected forget(id: RequirementId): void {
    this.store.edit((doc) => {
      const need = { ...doc.need };
      delete need[id];
      return { ...doc, need };
    });
  }

  private patch(id: RequirementId, change: Partial<Requirement<never>>): void {
    this.store.edit((doc) => {
      const now = doc.need[id] ?? this.resolved()[id];
      const base = now
        ? { level: now.level, value: now.value, from: 'assumed' in now ? '' : now.from }
        : { level: 'must' as const, value: undefined, from: '' };
      const next = { ...base, ...change };
      if (next.value === undefined) return doc;
      return { ...doc, need: { ...doc.need, [id]: next } as Need };
    });
  }
}
