import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  input,
  linkedSignal,
  type OnDestroy,
  output,
  signal,
  viewChild,
} from '@angular/core';
import type { Letter } from '@cuadro/core/case/types';
import type { RouteOption } from '@cuadro/core/decide/options';
import { formatNumber } from '@cuadro/core/quantity/quantity';
import { STATE_WORDS } from '@cuadro/core/screen/check';
import { EDGE, type Label, type Mark, MARK, nearest, neighbour, placeLabels, planeOf, SWATCH } from './plane';

const ARROWS: Readonly<Record<string, readonly [number, number]>> = { ArrowRight: [1, 0], ArrowLeft: [-1, 0], ArrowDown: [0, 1], ArrowUp: [0, -1] };
/** A press that moves less than this is a click, px. */
const DRAG_PX = 6;

/**
 * All ways in one plane: days until ready against what decides. A click pins, a drawn frame compares; by keyboard the arrows go from
 * mark to mark, Enter says why, Space pins.
 */
@Component({
  selector: 'cu-routes-plane',
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './routes-plane.html',
  styleUrl: './routes-plane.scss',
})
export class RoutesPlane implements OnDestroy {
  readonly options = input.required<readonly RouteOption[]>();
  /** The tool of today, where it is a choice. */
  readonly today = input<RouteOption>();
  readonly pins = input.required<ReadonlyMap<string, Letter>>();
  /** Days after which it is too late. */
  readonly deadline = input<number>();
  readonly currency = input.required<string>();
  readonly opened = input('');
  readonly pinned = output<RouteOption>();
  readonly asked = output<RouteOption>();
  readonly compared = output<readonly RouteOption[]>();

  private readonly place = viewChild.required<ElementRef<HTMLElement>>('place');
  private readonly size = signal({ width: 820, height: 420 });
  private readonly watch = typeof ResizeObserver === 'undefined' ? undefined : new ResizeObserver(([e]) => {
    const { width, height } = e.contentRect;
    if (width > 0 && height > 0) this.size.set({ width: Math.round(width), height: Math.round(height) });
  });
  protected readonly width = computed(() => this.size().width);
  protected readonly height = computed(() => this.size().height);
  protected readonly EDGE = EDGE;
  protected readonly MARK = MARK;
  protected readonly SWATCH = SWATCH;

  protected readonly plane = computed(() => planeOf(this.options(), this.today(), this.pins(), this.deadline(), this.size(), (x) => formatNumber(x, 2)));
  protected readonly labels = computed<Label[]>(() => placeLabels(this.plane().marks, (m) => `${this.nameOf(m)} ${this.wayOf(m)}`, this.width()));
  /** Marks beyond the upper edge: they are there to be met, not to be measured. */
  protected readonly above = computed(() => {
    const over = this.plane().marks.filter((m) => m.over);
    const out = over.filter((m) => m.option.state === 'fail').length;
    if (!over.length) return '';
    return `${over.length} dearer, at the upper edge${out ? (out === over.length ? ': all ruled out' : `: ${out} of them ruled out`) : ''}`;
  });
  private readonly activeKey = linkedSignal(() => this.opened().split(' ')[0]);
  protected readonly active = computed(() => this.plane().marks.find((m) => m.key === this.activeKey()));
  protected readonly hovered = signal<Mark | undefined>(undefined);
  /** What the line below speaks of. */
  protected readonly spoken = computed(() => this.hovered() ?? this.active());
  protected readonly frame = signal<{ x: number; y: number; width: number; height: number } | undefined>(undefined);
  private from?: { x: number; y: number };

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef);
    queueMicrotask(() => this.watch?.observe(host.nativeElement.querySelector('.place') ?? host.nativeElement));
  }

  ngOnDestroy(): void {
    this.watch?.disconnect();
  }

  protected idOf = (m: Mark): string => `way-${m.key.replace('/', '-')}`;
  protected nameOf = (m: Mark): string => (m.letter === 'T' ? 'today' : m.option.materialLabel);
  protected wayOf = (m: Mark): string => m.option.processLabel.replace(/^Today: |,.*/g, '').toLowerCase();
  protected money = (x: number): string => `${formatNumber(x, 2)} ${this.currency()}`;
  protected days = (x: number): string => `${formatNumber(x, 2)} ${x === 1 ? 'day' : 'days'}`;
  protected word = (m: Mark): string => STATE_WORDS[m.option.state];

  /** A mark in words. */
  protected say = (m: Mark): string => {
    const { option: o, letter } = m;
    const range = o.spread
      ? `, 10 to 90 %: ${formatNumber(o.spread.cost[0], 2)} to ${this.money(o.spread.cost[1])}, ${formatNumber(o.spread.days[0], 2)} to ${
        this.days(o.spread.days[1])
      }`
      : '';
    return `${letter ? `${letter}: ` : ''}${o.materialLabel}, ${o.processLabel}: ${this.word(m)}, ${this.money(o.expected_cost)}, ${
      this.days(o.lead_days)
    }${range}`;
  };

  private at(event: PointerEvent): { x: number; y: number } {
    const box = this.place().nativeElement.getBoundingClientRect();
    return { x: event.clientX - box.left, y: event.clientY - box.top };
  }

  protected down(event: PointerEvent): void {
    if (event.button !== 0) return;
    this.from = this.at(event);
    (event.currentTarget as Element).setPointerCapture?.(event.pointerId);
  }

  protected move(event: PointerEvent): void {
    const to = this.at(event);
    const { from } = this;
    if (from && Math.hypot(to.x - from.x, to.y - from.y) > DRAG_PX) {
      this.hovered.set(undefined);
      this.frame.set({ x: Math.min(from.x, to.x), y: Math.min(from.y, to.y), width: Math.abs(to.x - from.x), height: Math.abs(to.y - from.y) });
    } else if (!from) this.hovered.set(nearest(this.plane().marks, to.x, to.y));
  }

  protected up(event: PointerEvent): void {
    const { from } = this;
    this.from = undefined;
    const f = this.frame();
    if (f) {
      const inside = this.plane().marks.filter((m) => m.x >= f.x && m.x <= f.x + f.width && m.y >= f.y && m.y <= f.y + f.height);
      this.compared.emit(inside.map((m) => m.option));
      if (!inside.length) this.frame.set(undefined);
      return;
    }
    const met = from && nearest(this.plane().marks, this.at(event).x, this.at(event).y);
    if (!met) return;
    this.go(met);
    if (met.letter !== 'T') this.pinned.emit(met.option);
  }

  protected leave(): void {
    this.hovered.set(undefined);
  }

  private go(m: Mark): void {
    this.frame.set(undefined);
    this.activeKey.set(m.key);
    this.asked.emit(m.option);
  }

  protected key(event: KeyboardEvent): void {
    const { marks } = this.plane();
    const now = this.active() ?? marks.at(-1);
    if (!now) return;
    const arrow = ARROWS[event.key];
    if (arrow) this.activeKey.set(this.active() ? neighbour(marks, now, arrow).key : now.key);
    else if (event.key === 'Enter') this.go(now);
    else if (event.key === ' ' && now.letter !== 'T') this.pinned.emit(now.option);
    else if (event.key === 'Escape' && this.frame()) this.frame.set(undefined);
    else return;
    event.preventDefault();
  }
}
