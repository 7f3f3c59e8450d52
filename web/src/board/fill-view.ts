import { ChangeDetectionStrategy, Component, computed, effect, inject, output, signal, untracked } from '@angular/core';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { firstValueFrom } from 'rxjs';
import { binJob, binsOf, goWords, packedWords, runHours, waitOrGo } from '@cuadro/core/board/bins';
import type { ShapeRef } from '@cuadro/core/case/types';
import { formatNumber, formatQuantity } from '@cuadro/core/quantity/quantity';
import { ApiService } from '../data/api.service';
import { PackingService } from '../data/packing.service';
import { SettingsService } from '../data/settings.service';
import { ShopService } from '../data/shop.service';
import { inAddress } from '../shared/address';
import { QuantityField } from '../shared/quantity-field';
import type { PackedBin } from '../workers/shape.worker';
import { binPictures } from './bin-pictures';

interface Part {
  id: string;
  title: string;
  shape: ShapeRef;
  count: number;
}
type Key = 'parts' | 'bin' | 'room' | 'gap' | 'fixed' | 'days' | 'day' | 'run' | 'hours' | 'due';
/** Open, with nothing chosen yet. */
export const OPEN = 'open=1';
const MOST_EACH = 500;
const MOST_FOUND = 12;
/** How long other orders are tried. */
const SECONDS = 8;

/** Parts of the cases put into one bin of powder, or onto one plate: how full it is, what each part shares, and whether it goes or waits. */
@Component({
  selector: 'cu-fill-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatProgressBarModule, QuantityField],
  providers: [PackingService],
  templateUrl: './fill-view.html',
  styleUrl: './fill-view.scss',
})
export class FillView {
  private readonly api = inject(ApiService);
  protected readonly packing = inject(PackingService);
  private readonly settings = inject(SettingsService);
  protected readonly shops = inject(ShopService);

  // All that is chosen stands in the address, in one word of it: it is there after a reload, and can be handed on.
  private readonly kept = inAddress<string>('fill', '');
  private readonly said = computed(() => new URLSearchParams(this.kept()));
  private text(key: Key): string {
    return this.said().get(key) ?? '';
  }
  private keep(values: Partial<Record<Key, string>>): void {
    const next = new URLSearchParams(this.kept());
    for (const [k, v] of Object.entries(values)) {
      if (v) next.set(k, v);
      else next.delete(k);
    }
    this.kept.set(next.toString() || OPEN);
  }

  protected readonly bins = computed(() => binsOf(this.shops.site()));
  protected readonly bin = computed(() => this.bins().find((b) => b.id === this.text('bin')) ?? this.bins().find((b) => b.stacked) ?? this.bins()[0]);
  protected readonly room = computed((): [number, number, number] => {
    const typed = this.text('room').split('x').map(Number);
    return this.bin().room_mm.map((x, i) => (typed[i] > 0 ? typed[i] : x)) as [number, number, number];
  });
  protected readonly gap = computed(() => number(this.text('gap'), this.bin().stacked ? 5 : 3));
  protected readonly fixed = computed(() => number(this.text('fixed'), 25));
  protected readonly days = computed(() => number(this.text('days'), 3));
  protected readonly day = computed(() => number(this.text('day'), 0));
  protected readonly runCost = computed(
    () => (this.text('run') ? Number(this.text('run')) : (this.bin().full_run === undefined ? undefined : Number(this.bin().full_run!.toPrecision(3)))),
  );

  /** Hours of this run: as typed, or by its height where a full one is known. */
  protected readonly hours = computed(() => {
    const r = this.result();
    const worked = r && runHours({ ...this.bin(), room_mm: this.room() }, this.fixed() / 100, r.packing.height_mm);
    return this.text('hours') ? Number(this.text('hours')) : worked && Number(worked.toPrecision(3));
  });
  protected readonly due = computed(() => this.text('due'));
  /** A run was put on the Board. */
  readonly stored = output<void>();
  protected readonly done = signal('');

  protected readonly parts = signal<readonly Part[]>([]);
  protected readonly found = signal<readonly { id: string; title: string }[]>([]);
  protected readonly problem = signal('');
  protected readonly result = signal<PackedBin | undefined>(undefined);
  protected readonly axes = ['Long', 'Wide', 'High'];

  protected readonly rows = computed(() => {
    const r = this.result();
    return this.parts().map((p, i) => {
      const placed = r?.packing.placed.filter((x) => x.id === p.id).length;
      const share = r?.packing.shares.find((s) => s.id === p.id)?.share;
      return { ...p, letter: letter(i), placed, share, text: this.size(p.shape) };
    });
  });
  protected readonly words = computed(() => {
    const r = this.result();
    if (!r) return '';
    return packedWords(r.packing, this.room(), (mm) => this.length(mm));
  });
  protected readonly weighed = computed(() => {
    const r = this.result(), run = this.runCost();
    if (!r?.packing.placed.length || run === undefined || !this.bin().usual_fill) return undefined;
    return waitOrGo({
      run,
      fixed: this.fixed() / 100,
      height_mm: r.packing.height_mm,
      parts_mm3: r.volume_mm3,
      room_mm: this.room(),
      usual_fill: this.bin().usual_fill!,
      days: this.days(),
      day_costs: this.day(),
    });
  });
  protected readonly advice = computed(() => {
    const w = this.weighed();
    if (!w) return '';
    return goWords(w, this.bin().usual_fill!, this.days(), this.day(), (x) => this.money(x));
  });
  protected readonly pictures = computed(() => {
    const r = this.result();
    return r && binPictures(r, this.room(), new Map(this.parts().map((p, i) => [p.id, letter(i)])));
  });

  constructor() {
    // Parts of the address, as a reload finds them.
    effect(() => {
      const wanted = read(this.text('parts'));
      const have = untracked(this.parts);
      if (wanted.some((w) => !have.some((p) => p.id === w.id)) || have.some((p) => !wanted.some((w) => w.id === p.id)))
        untracked(() => void this.fetch(wanted));
    });
  }

  private async fetch(wanted: readonly { id: string; count: number }[]): Promise<void> {
    const have = new Map(this.parts().map((p) => [p.id, p]));
    const all: Part[] = [];
    for (const { id, count } of wanted) {
      try {
        const old = have.get(id);
        if (old) {
          all.push(old);
          continue;
        }
        const { doc } = await firstValueFrom(this.api.case(id));
        const shape = doc.shapes.printed ?? doc.shapes.machined;
        if (shape) all.push({ id, title: doc.title, shape, count });
        else this.problem.set(`${doc.title} has no mesh yet: give it one on its Shape step.`);
      } catch (e) {
        this.problem.set(e instanceof Error ? e.message : String(e));
      }
    }
    this.parts.set(all);
    if (all.length !== wanted.length) this.store();
  }

  protected async find(text: string): Promise<void> {
    const q = text.trim();
    if (!q) return this.found.set([]);
    try {
      const { rows } = await firstValueFrom(this.api.cases({ q, size: MOST_FOUND }));
      this.found.set(rows.filter((r) => !this.parts().some((p) => p.id === r.id)).map(({ id, title }) => ({ id, title })));
    } catch (e) {
      this.problem.set(e instanceof Error ? e.message : String(e));
    }
  }

  protected async add(id: string): Promise<void> {
    this.problem.set('');
    this.found.set([]);
    try {
      const { doc } = await firstValueFrom(this.api.case(id));
      const shape = doc.shapes.printed ?? doc.shapes.machined;
      if (!shape) return this.problem.set(`${doc.title} has no mesh yet: give it one on its Shape step.`);
      this.change([...this.parts(), { id, title: doc.title, shape, count: Math.min(MOST_EACH, doc.need.copies?.value ?? 1) }]);
    } catch (e) {
      this.problem.set(e instanceof Error ? e.message : String(e));
    }
  }

  protected clamp(text: string): number {
    return Math.max(1, Math.min(MOST_EACH, Math.round(Number(text)) || 1));
  }
  protected many(id: string, count: number): void {
    this.change(this.parts().map((p) => (p.id === id ? { ...p, count } : p)));
  }
  protected without(id: string): void {
    this.change(this.parts().filter((p) => p.id !== id));
  }
  private change(parts: readonly Part[]): void {
    this.result.set(undefined);
    this.parts.set(parts);
    this.store();
  }
  private store(): void {
    this.keep({ parts: this.parts().map((p) => `${p.id}*${p.count}`).join(',') });
  }

  protected choose(id: string): void {
    this.result.set(undefined);
    this.keep({ bin: id, room: '', run: '', gap: '' });
  }
  protected setRoom(i: number, x: number): void {
    this.result.set(undefined);
    this.keep({ room: this.room().map((r, k) => (k === i ? x : r)).join('x') });
  }
  protected say(what: 'gap' | 'fixed' | 'days' | 'day' | 'run' | 'hours', x: number): void {
    if (what === 'gap') this.result.set(undefined);
    this.keep({ [what]: String(x) });
  }

  protected async fill(): Promise<void> {
    this.problem.set('');
    this.result.set(undefined);
    try {
      this.result.set(
        await this.packing.fill(this.parts(), { bin_mm: this.room(), gap_mm: this.gap(), stacked: this.bin().stacked, seconds: SECONDS }),
      );
    } catch (e) {
      this.problem.set(e instanceof Error ? e.message : String(e));
    }
  }

  protected sayDue(day: string): void {
    this.keep({ due: day });
  }

  /** What lies in it becomes one run of the Board. */
  protected async onBoard(): Promise<void> {
    const hours = this.hours();
    if (hours === undefined) return this.problem.set('Say how many hours this run takes.');
    try {
      const values = binJob(this.bin(), this.rows().map(({ title, placed = 0 }) => ({ title, placed })), hours, this.due() || undefined);
      await firstValueFrom(this.api.addRecord('job', undefined, values, this.settings.who() || 'local user'));
      this.problem.set('');
      this.done.set(`${String(values['what'])}: on the Board.`);
      this.stored.emit();
    } catch (e) {
      this.problem.set(e instanceof Error ? e.message : String(e));
    }
  }

  protected money(x: number): string {
    return this.settings.money(x, this.shops.currency());
  }
  protected shareText(share: number | undefined): string {
    const w = this.weighed();
    return share === undefined ? '' : w ? `${percent(share)}, ${this.money(share * w.now)}` : percent(share);
  }
  private length(mm: number): string {
    return formatQuantity(Number(mm.toPrecision(3)), 'length', this.settings.units());
  }
  private size({ measure }: ShapeRef): string {
    return measure.box_mm.map((x) => this.length(x)).join(' × ');
  }
}

const letter = (i: number): string => (i < 26 ? String.fromCharCode(97 + i) : `${letter(Math.floor(i / 26) - 1)}${letter(i % 26)}`);
const percent = (x: number): string => `${formatNumber(100 * x, 2)} %`;
const number = (text: string, usual: number): number => (text !== '' && Number.isFinite(Number(text)) ? Number(text) : usual);
const read = (text: string): { id: string; count: number }[] =>
  text.split(',').filter(Boolean).map((t) => {
    const [id, n] = t.split('*');
    return { id, count: Math.max(1, Math.min(MOST_EACH, Math.round(Number(n)) || 1)) };
  });
