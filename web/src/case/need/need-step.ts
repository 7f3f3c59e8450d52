import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { resolveNeed } from '@cuadro/core/case/facts';
import { TODAY_WAYS } from '@cuadro/core/case/new-case';
import { bounded, MONEY_MAX, requirementNumber } from '@cuadro/core/case/schema';
import type { CaseDoc } from '@cuadro/core/case/types';
import { FAMILIES, family } from '@cuadro/core/need/families';
import { type Level, type Need, type NumberSpec, type Requirement, REQUIREMENTS, type RequirementId, type RequirementSpec } from '@cuadro/core/need/requirements';
import { MATERIALS } from '@cuadro/core/shelf/shelf';
import { FLUIDS, type FluidId } from '@cuadro/core/shelf/types';
import { CaseStore } from '../../data/case-store';
import { MarginService } from '../../data/margin.service';
import { ShopService } from '../../data/shop.service';
import { QuantityField } from '../../shared/quantity-field';

const FORMS = [
  { value: 'shaped', label: 'shaped: ribs, pockets, curves' },
  { value: 'flat', label: 'a flat plate with cut-outs' },
  { value: 'block', label: 'a block with a few holes' },
] as const;

/** What the tool must do, and how it is made today. Assumptions of the family are shown until somebody says otherwise. */
@Component({
  selector: 'cu-need-step',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatCheckboxModule, QuantityField],
  templateUrl: './need-step.html',
  styleUrl: './need-step.scss',
})
export class NeedStep {
  protected readonly store = inject(CaseStore);
  private readonly margin = inject(MarginService);
  protected readonly shops = inject(ShopService);

  protected readonly specs = REQUIREMENTS;
  protected readonly families = FAMILIES;
  protected readonly forms = FORMS;
  protected readonly ways = TODAY_WAYS;
  protected readonly stock = MATERIALS.filter((m) => m.cutting !== undefined);
  protected readonly fluids = Object.entries(FLUIDS) as [FluidId, string][];
  protected readonly axes = ['Length', 'Width', 'Height'] as const;

  protected readonly costSchema = bounded('Cost', 0, MONEY_MAX);
  protected readonly sizeSchema = bounded('Size', 0.5, 20_000, (x) => `${x} mm`);
  protected readonly waitSchema = bounded('Wait', 0, 2000, (x) => `${x} days`);
  protected readonly fluidText = computed(() => {
    const now = this.resolved().fluids?.value;
    return now === undefined ? 'not known' : now.length ? now.map((f) => FLUIDS[f]).join(', ') : 'it stays dry';
  });

  protected readonly resolved = computed(() => resolveNeed(this.store.doc()!));
  protected readonly essential = computed(() => new Set(family(this.store.doc()!.family).essential));
  protected readonly measured = computed(() => Object.values(this.store.doc()!.shapes).some(Boolean));
  private readonly schemas = new Map(REQUIREMENTS.filter((r): r is NumberSpec => r.kind === 'number').map((r) => [r.id, requirementNumber(r)]));

  protected schema(id: RequirementId): ReturnType<typeof requirementNumber> | undefined {
    return this.schemas.get(id);
  }

  /** Its why, and what is known of it, in the margin. */
  protected explain(spec: RequirementSpec): void {
    const now = this.resolved()[spec.id];
    const checks = this.store.view()?.pins.flatMap((p) => p.option.checks.filter((c) => c.state === 'unknown').map((c) => c.reason)) ?? [];
    this.margin.show({
      kind: 'text',
      title: spec.label,
      paragraphs: [
        spec.why,
        now ? (now.assumed ? 'What stands here is usual for this kind of tool. Type over it when you know better.' : `Given${now.from ? `: ${now.from}` : ' by you'}.`) : 'Not known yet. The comparison goes on without it; what would change:',
        ...(now ? [] : [...new Set(checks)].slice(0, 4)),
      ],
    });
  }

  protected edit(change: Partial<CaseDoc>): void {
    this.store.edit((doc) => ({ ...doc, ...change }));
  }

  protected editToday(change: Partial<CaseDoc['today']>): void {
    this.store.edit((doc) => ({ ...doc, today: { ...doc.today, ...change } }));
  }

  protected setSize(axis: number, value: number): void {
    this.store.edit((doc) => ({ ...doc, size_mm: doc.size_mm.map((x, i) => (i === axis ? value : x)) as CaseDoc['size_mm'] }));
  }

  protected set(id: RequirementId, value: unknown): void {
    this.patch(id, { value } as Partial<Requirement<never>>);
  }

  protected level(id: RequirementId, level: string): void {
    this.patch(id, { level: level as Level });
  }

  protected from(id: RequirementId, from: string): void {
    this.patch(id, { from: from.slice(0, 200) });
  }

  protected isWet(id: FluidId): boolean {
    return this.resolved().fluids?.value.includes(id) ?? false;
  }

  protected fluid(id: FluidId, on: boolean): void {
    const now = this.resolved().fluids?.value ?? [];
    this.set('fluids', on ? [...now, id] : now.filter((f) => f !== id));
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
      const base = now ? { level: now.level, value: now.value, from: 'assumed' in now ? '' : now.from } : { level: 'must' as const, value: undefined, from: '' };
      const next = { ...base, ...change };
      if (next.value === undefined) return doc;
      return { ...doc, need: { ...doc.need, [id]: next } as Need };
    });
  }
}
