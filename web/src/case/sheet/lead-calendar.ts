import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, input, type OnDestroy, output, signal } from '@angular/core';
import type { Letter } from '@cuadro/core/case/types';
import type { PinView } from '@cuadro/core/decide/evaluate-case';
import { layOut, shutSpans } from '@cuadro/core/lead/calendar';
import { addDays, formatDate } from '@cuadro/core/quantity/date';
import { beginWords } from '@cuadro/core/routes/lead-words';
import type { Shop } from '@cuadro/core/shelf/shop';

const DAY_MIN = 1440;
const LEFT = 186, RIGHT = 16, TOP = 30, ROW = 36, BAR = 18;
/** Nights can be seen where no more days than this are drawn. */
const NIGHTS_UP_TO = 16;
/** Least room between two dates of the head, px. */
const DATE_PX = 78;

interface Bar {
  x: number;
  width: number;
  does: 'work' | 'run' | 'wait' | 'quoted';
  /** What it is, where there is room to say it. */
  word: string;
  label: string;
}
interface CalendarRow {
  pin: PinView;
  letter: Letter;
  y: number;
  bars: Bar[];
  p50: number;
  p90?: number;
  says: string;
}

/** The stages of the pinned ways on the calendar: nights and shut days shaded, flags where half and nine in ten of the samples are ready. */
@Component({
  selector: 'cu-lead-calendar',
  changeDetection: ChangeDetectionStrategy.OnPush,
  styleUrl: './lead-calendar.scss',
  template: `
    <h3>Until it is ready</h3>
    <div class="scroll">
      <svg [attr.width]="width()" [attr.height]="height()" aria-hidden="true">
        @for (s of shut(); track s.x) { <rect class="shut" [attr.x]="s.x" [attr.y]="top" [attr.width]="s.width" [attr.height]="height() - top - 8" /> }
        @for (d of dates(); track d.x) { <text class="date" [attr.x]="d.x" y="20">{{ d.text }}</text><line class="day" [attr.x1]="d.x" [attr.x2]="d.x" [attr.y1]="top - 4" [attr.y2]="height() - 8" /> }
        @if (deadline(); as d) {
          <line class="needed" [attr.x1]="xOf(d * day + from())" [attr.x2]="xOf(d * day + from())" [attr.y1]="top - 4" [attr.y2]="height() - 8" />
          <text class="needed-word" [attr.x]="xOf(d * day + from()) + (neededRight() ? -5 : 5)" [attr.y]="height() - 10" [attr.text-anchor]="neededRight() ? 'end' : 'start'">needed by</text>
        }
        @for (r of rows(); track r.letter) {
          <text class="letter" [attr.x]="left - 20" [attr.y]="r.y + 14">{{ r.letter }}</text>
          @for (b of r.bars; track $index) {
            <g><title>{{ b.label }}</title><rect [class]="b.does" [attr.x]="b.x" [attr.y]="r.y" [attr.width]="b.width" [attr.height]="bar" />
            @if (b.word) { <text class="word" [class.on]="b.does === 'run'" [attr.x]="b.x + 4" [attr.y]="r.y + 13">{{ b.word }}</text> }</g>
          }
          <line class="p50" [attr.x1]="r.p50" [attr.x2]="r.p50" [attr.y1]="r.y - 4" [attr.y2]="r.y + bar + 4" />
          @if (r.p90) { <line class="p90" [attr.x1]="r.p90" [attr.x2]="r.p90" [attr.y1]="r.y - 4" [attr.y2]="r.y + bar + 4" /> }
        }
      </svg>
      <ul class="dates">
        @for (r of rows(); track r.letter) {
          <li [style.top.px]="r.y - 4"><button type="button" class="figure" (click)="opened.emit(r.pin)" [attr.aria-pressed]="isOpen()(r.pin, 'lead')" [attr.aria-label]="r.says">{{ short(r.pin) }}</button></li>
        }
      </ul>
    </div>
    @if (begins(); as text) { <p>{{ text }}</p> }
    <p class="quiet">Solid runs alone, light takes hands, dashed waits; ochre: half of the samples are ready, dashed nine in ten. Shaded: nobody works{{ nights() ? ', nights too' : '' }}.</p>
  `,
})
export class LeadCalendar implements OnDestroy {
  readonly pins = input.required<readonly PinView[]>();
  readonly shop = input.required<Shop>();
  /** ISO date. */
  readonly start = input.required<string>();
  /** Days from the start within which it is needed. */
  readonly deadline = input<number>();
  readonly isOpen = input.required<(pin: PinView, name: string) => boolean>();
  readonly opened = output<PinView>();

  protected readonly left = LEFT;
  protected readonly top = TOP;
  protected readonly bar = BAR;
  protected readonly day = DAY_MIN;
  protected readonly width = signal(836);
  private readonly watch = typeof ResizeObserver === 'undefined'
    ? undefined
    : new ResizeObserver(([e]) => this.width.set(Math.max(420, Math.round(e.contentRect.width))));
  private readonly calendar = computed(() => layOut(this.shop().calendar, this.start()));
  protected readonly from = computed(() => this.calendar().shiftStart);
  /** Days are counted from the start of the first shift. */
  private readonly days = computed(() => Math.max(1.5, ...this.pins().map((p) => Math.max(p.lead.risk?.p90 ?? 0, p.lead.days)), this.deadline() ?? 0) * 1.04);
  private readonly until = computed(() => this.from() + this.days() * DAY_MIN);
  protected readonly nights = computed(() => this.days() <= NIGHTS_UP_TO);
  protected readonly height = computed(() => TOP + ROW * this.pins().length + 14);
  protected readonly xOf = (minute: number): number =>
    LEFT + ((this.width() - LEFT - RIGHT) * Math.max(0, minute - this.from())) / (this.until() - this.from());
  protected readonly neededRight = computed(() => this.xOf((this.deadline() ?? 0) * DAY_MIN + this.from()) > this.width() - 90);
  protected readonly shut = computed(() =>
    shutSpans(this.calendar(), this.until(), this.nights()).filter(([, to]) => to > this.from()).map(([a, b]) => ({
      x: this.xOf(a),
      width: this.xOf(b) - this.xOf(a),
    }))
  );
  /** Mondays; every day where there is room, and every other week where there is none. */
  protected readonly dates = computed(() => {
    const px = (this.width() - LEFT - RIGHT) / this.days();
    const step = px >= DATE_PX ? 1 : 7 * Math.max(1, Math.ceil(DATE_PX / (7 * px)));
    const startDay = new Date(`${this.start()}T00:00:00Z`);
    const first = step === 1 ? 0 : (8 - startDay.getUTCDay()) % 7;
    const out: { x: number; text: string }[] = [];
    for (let d = first; d * DAY_MIN < this.until(); d += step) {
      const date = new Date(startDay.getTime() + d * 86_400_000);
      if (d * DAY_MIN < this.from() && d > 0) continue;
      const x = this.xOf(d * DAY_MIN);
      if (x < this.width() - 60) out.push({ x, text: date.toLocaleDateString('en-GB', { weekday: 'short', day: 'numeric', month: 'short', timeZone: 'UTC' }) });
    }
    return out;
  });
  protected readonly rows = computed(() =>
    this.pins().map((pin, k): CalendarRow => {
      const { lead } = pin;
      const bars = lead.quoted || !lead.stages.length
        ? lead.days > 0 ? [this.barOf(this.from(), this.from() + lead.days * DAY_MIN, 'quoted', 'as quoted')] : []
        : lead.stages.map((s) => this.barOf(s.start_min, s.end_min, s.does, s.label));
      const at = (days: number): number => this.xOf(this.from() + days * DAY_MIN);
      return {
        pin,
        letter: pin.letter,
        y: TOP + 6 + ROW * k,
        bars,
        p50: at(lead.risk?.p50 ?? lead.days),
        ...(lead.risk && lead.risk.p90 > lead.risk.p50 && { p90: at(lead.risk.p90) }),
        says: `Route ${pin.letter} ready ${formatDate(lead.risk?.readyP50 ?? lead.ready, false)}${
          lead.risk ? `, 90 % by ${formatDate(lead.risk.readyP90, false)}` : ''
        }: ${lead.stages.map((s) => s.label).join(', ')}`,
      };
    })
  );

  protected readonly begins = computed(() => beginWords(this.pins().map((p) => [p.letter, p.lead]), addDays(this.start(), this.deadline() ?? 0)));

  constructor() {
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    this.watch?.observe(host);
  }

  ngOnDestroy(): void {
    this.watch?.disconnect();
  }

  private barOf(from: number, to: number, does: Bar['does'], label: string): Bar {
    const x = this.xOf(from);
    const width = Math.max(1.5, this.xOf(to) - x);
    const word = label.toLowerCase();
    return { x, width, does, label, word: word.length * 6 + 8 < width ? word : '' };
  }

  protected short(pin: PinView): string {
    return formatDate(pin.lead.risk?.readyP50 ?? pin.lead.ready, false).replace(/ \d{4}$/, '');
  }
}
