import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  input,
  type OnDestroy,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { formatQuantity } from '@cuadro/core/quantity/quantity';
import { SettingsService } from '../../data/settings.service';
import type { ScanMap } from '@cuadro/core/proof/scan-map';
import type { WorkVolume } from '@cuadro/core/mechanics';
import type { DrawnShape } from '../../workers/shape.worker';
import { type DimensionLine, type DrawnSection, PartScene, type PlacedTag, type StandardView, type Tag } from './part-scene';
import { layTags } from './tag-layout';

const TURN = 0.12;
const NOTHING = new Float32Array(0);
const NO_FACES = new Uint32Array(0);

/** The part as a shop drawing with dimension lines. Drag or use the arrow keys to turn it. */
@Component({
  selector: 'cu-part',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButtonModule],
  templateUrl: './part-view.html',
  styleUrl: './part-view.scss',
})
export class PartView implements OnDestroy {
  private readonly settings = inject(SettingsService);
  readonly shape = input<DrawnShape>();
  /** What a screen reader hears instead of the picture. */
  readonly description = input.required<string>();

  readonly section = input<DrawnSection>();
  readonly tags = input<readonly Tag[]>([]);
  /** Places that no cutter, or no pair of pliers, reaches, xyz; those inside are seen through the part. */
  readonly spots = input<Float32Array>(NOTHING);
  readonly within = input(false);
  /** Triangles of faces with a duty. */
  readonly faces = input<Uint32Array>(NO_FACES);
  /** The machine's room as it stands around the part, mm; none where it is not to be seen. */
  readonly room = input<readonly [number, number, number]>();
  /** How hard each place works; none where it is not to be seen. */
  readonly work = input<WorkVolume>();
  /** How far a scan lies off the part; none where it is not to be seen. */
  readonly scan = input<ScanMap>();
  /** The part's lines as a load bends them; none where they are not to be seen. */
  readonly bent = input<Float32Array>();
  /** A click picks a face instead of only turning. */
  readonly picking = input(false);
  readonly picked = output<number>();

  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private readonly host = viewChild.required<ElementRef<HTMLElement>>('frame');
  private scene?: PartScene;
  private sizes?: ResizeObserver;
  private readonly placed = signal<PlacedTag[]>([]);
  private pressed?: [number, number];
  private readonly lines = signal<DimensionLine[]>([]);
  protected readonly hatched = signal(true);
  protected readonly fault = signal('');
  /** Half width of a mark round its letters, px. */
  protected wide = (text: string): number => Math.max(9, 3.6 * text.length);
  protected readonly views: readonly { id: StandardView; label: string }[] = [
    { id: 'oblique', label: 'Oblique' },
    { id: 'below', label: 'From below' },
    { id: 'front', label: 'Front' },
    { id: 'top', label: 'Above' },
    { id: 'right', label: 'Right' },
  ];

  private readonly wearSection = (): void => {
    const section = this.section();
    this.scene?.section(section);
  };
  private readonly wearTags = (): void => {
    const tags = this.tags();
    this.scene?.tag(tags);
  };
  private readonly wearSpots = (): void => {
    const spots = this.spots();
    this.scene?.spots(spots, this.within());
  };
  private readonly wearFaces = (): void => {
    const faces = this.faces();
    this.scene?.faces(faces);
  };

  private readonly wearRoom = (): void => {
    const room = this.room();
    this.scene?.room(room);
  };

  private readonly wearWork = (): void => {
    const work = this.work();
    this.scene?.work(work);
  };

  private readonly wearScan = (): void => {
    const map = this.scan();
    this.scene?.scan(map);
  };

  private readonly wearBent = (): void => {
    const bent = this.bent();
    this.scene?.bent(bent);
  };

  private readonly wears = [this.wearSection, this.wearTags, this.wearSpots, this.wearFaces, this.wearRoom, this.wearWork, this.wearScan, this.wearBent];

  protected readonly dimensions = computed(() =>
    this.lines().map(({ from, to, length_mm }) => {
      const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
      const l = Math.hypot(dx, dy);
      const [nx, ny] = [(-dy / l) * 5, (dx / l) * 5];
      const mid = [(from[0] + to[0]) / 2, (from[1] + to[1]) / 2];
      return { from, to, nx, ny, x: mid[0], y: mid[1], text: formatQuantity(length_mm, 'length', this.settings.units()) };
    })
  );

  protected readonly laid = computed(() => layTags(this.placed(), this.dimensions(), this.canvas().nativeElement.clientWidth || Infinity));

  constructor() {
    afterNextRender(() => this.start());
    effect(() => {
      const shape = this.shape();
      if (shape) {
        this.scene?.show(shape);
        untracked(() => this.dress());
      }
    });
    // Read before the scene is asked: without one yet, the effect would not learn what it depends on.
    for (const wear of this.wears) effect(() => wear());
    effect(() => {
      this.settings.theme();
      if (this.scene) queueMicrotask(() => this.start());
    });
  }

  ngOnDestroy(): void {
    this.sizes?.disconnect();
    this.scene?.dispose();
  }

  protected view(v: StandardView): void {
    this.scene?.view(v);
  }

  protected toggleHatch(): void {
    this.hatched.update((h) => !h);
    this.scene?.hatch(this.hatched());
  }

  protected drag(event: PointerEvent): void {
    if (event.buttons !== 1) return;
    this.scene?.rotate(event.movementX * 0.01, event.movementY * 0.01);
  }

  protected grab(event: PointerEvent): void {
    this.pressed = [event.offsetX, event.offsetY];
    (event.target as HTMLElement).setPointerCapture(event.pointerId);
  }

  protected release(event: PointerEvent): void {
    const from = this.pressed;
    this.pressed = undefined;
    // A click, not a turn: the pointer hardly moved.
    if (!this.picking() || !from || Math.hypot(event.offsetX - from[0], event.offsetY - from[1]) > 4) return;
    const triangle = this.scene?.pick(event.offsetX, event.offsetY);
    if (triangle !== undefined) this.picked.emit(triangle);
  }

  protected wheel(event: WheelEvent): void {
    event.preventDefault();
    this.scene?.scale(event.deltaY < 0 ? 1.12 : 1 / 1.12);
  }

  protected key(event: KeyboardEvent): void {
    const act: Record<string, () => void> = {
      ArrowLeft: () => this.scene?.rotate(-TURN, 0),
      ArrowRight: () => this.scene?.rotate(TURN, 0),
      ArrowUp: () => this.scene?.rotate(0, -TURN),
      ArrowDown: () => this.scene?.rotate(0, TURN),
      '+': () => this.scene?.scale(1.2),
      '-': () => this.scene?.scale(1 / 1.2),
      f: () => this.scene?.fit(),
    };
    if (!act[event.key] || event.altKey || event.ctrlKey) return;
    event.preventDefault();
    act[event.key]();
  }

  /** Begin drawing, in the colours of the theme at hand. */
  private start(): void {
    this.scene?.dispose();
    this.sizes?.disconnect();
    const style = getComputedStyle(this.host().nativeElement);
    const token = (name: string): string => style.getPropertyValue(name).trim();
    try {
      this.scene = new PartScene(this.canvas().nativeElement, {
        surface: token('--part'),
        shade: token('--part-shade'),
        ink: '#1c1b19',
        hatch: '#98490f',
        mark: '#0d4a52',
      }, (d, tags) => {
        this.lines.set(d);
        this.placed.set(tags);
      });
    } catch {
      this.fault.set('This browser cannot draw the part (no WebGL). All its figures are in the table.');
      return;
    }
    this.sizes = new ResizeObserver(() => this.scene?.render());
    this.sizes.observe(this.host().nativeElement);
    const shape = this.shape();
    if (shape) this.scene.show(shape);
    this.dress();
  }

  /** Put on the part what belongs on it. */
  private dress(): void {
    for (const wear of this.wears) wear();
    this.scene?.hatch(this.hatched());
  }
}
