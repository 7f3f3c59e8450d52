import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { screenNeedOf } from '@cuadro/core/decide/need-region';
import { formatNumber, formatRange, unitText } from '@cuadro/core/quantity/quantity';
import { inSentence } from '@cuadro/core/quantity/words';
import { PROCESSES } from '@cuadro/core/process/processes';
import { readMaterials, withOwn, writeMaterials, type CsvFault } from '@cuadro/core/process/material-csv';
import { passes, type MaterialFilter } from '@cuadro/core/shelf/material-filter';
import { NUMBERS, PROPERTIES, propertyOf, type NumberProperty, type Property } from '@cuadro/core/shelf/properties';
import { MATERIALS, shelfOf } from '@cuadro/core/shelf/shelf';
import type { Material } from '@cuadro/core/shelf/types';
import type { CaseDoc } from '@cuadro/core/case/types';
import type { CaseRow } from '@cuadro/core/wire';
import { firstValueFrom } from 'rxjs';
import { ApiService } from '../data/api.service';
import { MarginService } from '../data/margin.service';
import { SettingsService } from '../data/settings.service';
import { ShopService } from '../data/shop.service';
import { inAddress } from '../shared/address';
import { Chart } from '../shared/chart';
import { saveFile } from '../shared/save-file';
import { MaterialForm } from './material-form';
import { materialPlot, plotWords } from './material-plot';

const MOST = 5;
/** Cases offered whose need may be drawn. */
const MOST_CASES = 500;

/** Materials: browse, filter by any property, compare up to five, plot any against any, put in one's own, CSV in and out. */
@Component({
  selector: 'cu-materials-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Chart, MaterialForm],
  templateUrl: './materials-view.html',
  styleUrl: './materials-view.scss',
})
export class MaterialsView {
  private readonly api = inject(ApiService);
  private readonly margin = inject(MarginService);
  private readonly settings = inject(SettingsService);
  protected readonly shops = inject(ShopService);

  protected readonly processes = PROCESSES;
  protected readonly properties = PROPERTIES;
  protected readonly numbers = NUMBERS;
  protected readonly word = inAddress<string>('find', '');
  protected readonly process = signal('');
  protected readonly filters = signal<MaterialFilter[]>([]);
  protected readonly chosen = signal<readonly string[]>([]);
  protected readonly mode = signal<'table' | 'compare' | 'plot'>('table');
  protected readonly x = signal('use');
  protected readonly y = signal('strength');
  protected readonly editing = signal<Material | undefined>(undefined);
  protected readonly problem = signal('');
  protected readonly done = signal('');
  protected readonly faults = signal<CsvFault[]>([]);
  protected readonly cases = signal<readonly CaseRow[]>([]);
  /** The case whose need is drawn, once it has come. */
  private readonly needDoc = signal<CaseDoc | undefined>(undefined);
  protected readonly needOf = signal('');

  private readonly shelf = computed(() => shelfOf(this.shops.shop()));
  protected readonly own = computed(() => new Map((this.shops.shop().materials ?? []).map((o) => [o.material.id, o])));
  protected readonly rows = computed(() => {
    const needle = this.word().trim().toLowerCase();
    return this.shelf().materials.filter(
      (m) =>
        (!this.process() || m.processes.includes(this.process())) && (!needle || `${m.label} ${m.note}`.toLowerCase().includes(needle)) &&
        this.filters().every((f) => passes(m, f)),
    );
  });
  protected readonly compared = computed(() => this.chosen().filter((id) => this.shelf().has(id)).map((id) => this.shelf().material(id)));
  /** What the chosen case asks of the two plotted properties. */
  private readonly asked = computed(() => {
    const doc = this.needDoc();
    return doc ? screenNeedOf(doc) : {};
  });
  protected readonly plot = computed(() => materialPlot(this.rows(), this.axis(this.x()), this.axis(this.y()), this.asked(), this.shops.currency()));
  protected readonly plotText = computed(() => plotWords(this.rows(), this.axis(this.x()), this.axis(this.y()), this.asked()));
  protected readonly question = computed(() => `How do ${inSentence(this.axis(this.y()).label)} and ${inSentence(this.axis(this.x()).label)} go together?`);

  constructor() {
    void firstValueFrom(this.api.cases({ size: MOST_CASES, sort: 'title' })).then((c) => this.cases.set(c.rows), () => undefined);
  }

  protected drawNeed(id: string): void {
    this.needOf.set(id);
    this.needDoc.set(undefined);
    if (id) void firstValueFrom(this.api.case(id)).then((c) => this.needOf() === id && this.needDoc.set(c.doc), () => undefined);
  }

  private axis(id: string): NumberProperty {
    return propertyOf(id) as NumberProperty;
  }

  protected number = (x: number): string => formatNumber(x);
  protected temperature = (x: number): string => this.settings.figure(x, '°C', '');
  protected pair({ inPlane, across }: Material['modulus_gpa']): string {
    const [a, b] = [formatNumber(inPlane.likely), formatNumber(across.likely)];
    return a === b ? a : `${a} / ${b}`;
  }

  protected label(p: Property): string {
    return p.kind === 'number' && p.unit ? `${p.label}, ${unitText(p.unit, this.shops.currency())}` : p.label;
  }

  protected show(m: Material, p: Property): string {
    if (p.kind === 'text') return p.get(m);
    if (p.kind === 'choice') return p.options.find((o) => o.value === p.get(m))?.label ?? '';
    const r = p.get(m);
    return r ? formatRange(r) : '–';
  }

  // Filters

  protected kindOf = (id: string): Property['kind'] => propertyOf(id)!.kind;
  protected optionsOf = (id: string): readonly { value: string; label: string }[] => {
    const p = propertyOf(id)!;
    return p.kind === 'choice' ? p.options : [];
  };
  protected propertyLabel = (id: string): string => this.label(propertyOf(id)!);

  protected addFilter(select: HTMLSelectElement): void {
    if (select.value) this.filters.update((f) => [...f, { property: select.value }]);
    select.value = '';
  }

  protected changeFilter(i: number, change: Partial<MaterialFilter>): void {
    this.filters.update((all) => all.map((f, k) => (k === i ? { ...f, ...change } : f)));
  }

  protected bound = (
    text: string,
  ): number | undefined => (text.trim() === '' || !Number.isFinite(Number(text.replace(',', '.'))) ? undefined : Number(text.replace(',', '.')));

  protected dropFilter(i: number): void {
    this.filters.update((all) => all.filter((_, k) => k !== i));
  }

  // Comparison

  protected choose(id: string, on: boolean, box: HTMLInputElement): void {
    this.problem.set('');
    if (on && this.chosen().length >= MOST) {
      box.checked = false;
      this.problem.set(`At most ${MOST} are compared: take one off first.`);
      return;
    }
    this.chosen.update((c) => (on ? [...c, id] : c.filter((x) => x !== id)));
  }

  // Own materials

  protected open(m: Material): void {
    const history = this.own().get(m.id)?.history ?? [];
    this.margin.show({
      kind: 'text',
      title: m.label,
      paragraphs: [
        m.note,
        m.source.text,
        ...(history.length ? ['How it came to its figures:', ...history.map((h) => `${h.at.slice(0, 10)}, ${h.who}: ${h.what}`).reverse()] : []),
        'Low · typical · high:',
      ],
      rows: PROPERTIES.filter((p) => p.id !== 'label' && p.id !== 'note' && p.id !== 'source').map((p) => ({ label: this.label(p), text: this.show(m, p) })),
    });
  }

  protected copy(m: Material): void {
    let id = `${m.id}-own`.slice(0, 60);
    for (let k = 2; this.shelf().has(id); k++) id = `${m.id}-own-${k}`;
    this.editing.set({ ...m, id, label: `${m.label}, own`, source: { kind: 'you', text: '' } });
  }

  protected edit(m: Material): void {
    this.editing.set(this.own().has(m.id) ? m : { ...m, source: { kind: 'you', text: '' } });
  }

  protected async keep(m: Material): Promise<void> {
    if (await this.put([m], '')) this.editing.set(undefined);
  }

  /** Back to the built-in figures, or off the shelf. */
  protected async drop(m: Material): Promise<void> {
    const shop = this.shops.shop();
    await this.save(
      { ...shop, materials: (shop.materials ?? []).filter((o) => o.material.id !== m.id) },
      MATERIALS.some((b) => b.id === m.id) ? `${m.label} has its built-in figures again.` : `${m.label} is off the shelf.`,
    );
    this.chosen.update((c) => c.filter((id) => this.shelf().has(id)));
  }

  protected isBuiltIn = (id: string): boolean => MATERIALS.some((m) => m.id === id);

  protected async import(event: Event): Promise<void> {
    const input = event.target as HTMLInputElement;
    const file = input.files?.[0];
    input.value = '';
    if (!file) return;
    this.faults.set([]);
    if (file.size > 8 * 2 ** 20) {
      this.problem.set(`${file.name} is larger than 8 MB.`);
      return;
    }
    const { materials, faults } = readMaterials(await file.text(), this.shelf().materials);
    this.faults.set(faults);
    if (!materials.length) this.problem.set(`${file.name}: no row could be taken. Nothing was changed.`);
    else if (await this.put(materials, file.name))
      this.done.set(`${materials.length} ${materials.length === 1 ? 'row' : 'rows'} of ${file.name} taken${
        faults.length
          ? `, ${new Set(faults.map((f) => f.row)).size} left out`
          : ''
      }.`);
  }

  protected export(): void {
    saveFile(writeMaterials(this.rows()), 'materials.csv', 'text/csv');
  }

  private put(materials: Material[], how: string): Promise<boolean> {
    const shop = this.shops.shop();
    const by = { at: new Date().toISOString(), who: this.settings.who() || 'local user', how };
    return this.save(
      { ...shop, materials: withOwn(shop.materials ?? [], materials, this.shelf().materials, by) },
      materials.length === 1 ? `${materials[0].label} is kept.` : '',
    );
  }

  private async save(shop: Parameters<ShopService['store']>[0], says: string): Promise<boolean> {
    this.problem.set('');
    this.done.set('');
    try {
      await this.shops.store(shop);
      this.done.set(says);
      return true;
    } catch (e) {
      this.problem.set(e instanceof Error ? e.message : String(e));
      return false;
    }
  }
}
