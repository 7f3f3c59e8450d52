import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked, viewChild } from '@angular/core';
import { from } from 'rxjs';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { shapeFor } from '@cuadro/core/case/facts';
import { bounded } from '@cuadro/core/inputs/schema';
import type { ShapeRef } from '@cuadro/core/case/types';
import type { Parting } from '@cuadro/core/shape/features/parting';
import { formatNumber, type UnitSystem } from '@cuadro/core/quantity/quantity';
import { CAD_EXTENSIONS, CAD_TOLERANCE, isCadName, MAX_CAD_BYTES } from '@cuadro/core/shape/formats/cad';
import type { WorkVolume } from '@cuadro/core/mechanics';
import { extentOf, type LengthUnit, MAX_BYTES, MESH_EXTENSIONS } from '@cuadro/core/shape/mesh';
import { STUDY_VERSION } from '@cuadro/core/shape/study';
import { frameFor, UP, type Vec3 } from '@cuadro/core/shape/turn';
import type { MeshRecord, ModelRecord } from '@cuadro/core/wire';
import { ApiService } from '../../data/api.service';
import { CaseStore } from '../../data/case-store';
import { MarginService } from '../../data/margin.service';
import { SettingsService } from '../../data/settings.service';
import { isGivenUp, ShapeService } from '../../data/shape.service';
import type { DrawnSection, Tag } from '../../shared/part-view/part-scene';
import { PartView } from '../../shared/part-view/part-view';
import { QuantityField } from '../../shared/quantity-field';
import { DroppedFileService } from '../../data/dropped-file.service';
import { saveFile } from '../../shared/save-file';
import type { MadeShape } from '../../workers/make.worker';
import type { MeshKind } from '../../workers/shape.worker';
import { BodiesPanel } from './bodies-panel';
import { BuildPanel } from './build-panel';
import { DUTY, FacesPanel } from './faces-panel';
import { LoadPanel } from './load-panel';
import { MakePanel } from './make-panel';
import { MillingPanel } from './milling-panel';
import { Refining } from './refining';
import { SectionBar } from './section-bar';
import { Solving } from './solving';
import { areaText, lengthText, type ShapeFact, shapeFacts, volumeText, weakestOf } from './shape-words';

/** Notes with the same words: the first says how many there are, the others keep their dots. */
function alikeOnce(tags: readonly Tag[]): Tag[] {
  const count = new Map<string, number>();
  for (const t of tags) count.set(t.text, (count.get(t.text) ?? 0) + 1);
  const said = new Set<string>();
  return tags.map((t) => {
    if (said.has(t.text)) return { ...t, text: '' };
    said.add(t.text);
    const n = count.get(t.text)!;
    return n > 1 ? { ...t, text: `${t.text}, ${n} places` } : t;
  });
}

type Way = 'machined' | 'printed';
type Tab = 'measures' | 'build' | 'milling' | 'faces' | 'loads' | 'make';
const NO_POINTS = new Float32Array(0);
const NO_FACES = new Uint32Array(0);

const MESH_TYPES: Record<MeshKind, string> = { stl: 'model/stl', '3mf': 'model/3mf' };

/** Drop a mesh or a model; it is checked, measured, drawn and studied. The printed way may have another mesh than the machined one. */
@Component({
  selector: 'cu-shape-step',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    BodiesPanel,
    BuildPanel,
    FacesPanel,
    LoadPanel,
    MakePanel,
    MatButtonToggleModule,
    MatProgressBarModule,
    MillingPanel,
    PartView,
    QuantityField,
    SectionBar,
  ],
  providers: [ShapeService, Refining, Solving],
  templateUrl: './shape-step.html',
  styleUrl: './shape-step.scss',
})
export class ShapeStep {
  protected readonly store = inject(CaseStore);
  protected readonly shapes = inject(ShapeService);
  private readonly api = inject(ApiService);
  private readonly margin = inject(MarginService);
  private readonly settings = inject(SettingsService);

  protected readonly ways: readonly { id: Way; label: string }[] = [{ id: 'printed', label: 'to print' }, { id: 'machined', label: 'to machine' }];
  protected readonly solving = inject(Solving);
  protected readonly tabs: readonly { id: Tab; label: string }[] = [
    { id: 'measures', label: 'Measures' },
    { id: 'build', label: 'Build' },
    { id: 'milling', label: 'Milling' },
    { id: 'faces', label: 'Faces' },
    { id: 'loads', label: 'Loads' },
    { id: 'make', label: 'Make' },
  ];
  protected readonly accept = [...MESH_EXTENSIONS, ...CAD_EXTENSIONS].join(',');
  protected readonly tolerance = bounded('Tolerance of the tessellation', CAD_TOLERANCE.least, CAD_TOLERANCE.most, (x) => `${x} mm`);
  protected readonly way = signal<Way>('printed');
  protected readonly tab = signal<Tab>('measures');
  protected readonly unit = signal<LengthUnit>('mm');
  protected readonly storing = signal('');
  protected readonly problem = signal('');
  protected readonly doubt = signal('');
  protected readonly repaired = signal('');
  protected readonly dragging = signal(false);
  protected readonly picking = signal(false);
  protected readonly section = signal<DrawnSection | undefined>(undefined);
  protected readonly faceTriangles = signal<Uint32Array>(NO_FACES);
  protected readonly loadTags = signal<Tag[]>([]);
  protected readonly work = signal<WorkVolume | undefined>(undefined);
  protected readonly bands = computed(() => (this.tab() === 'loads' ? this.work() : undefined));
  protected readonly bent = signal<Float32Array | undefined>(undefined);
  /** Lines over the drawing: as a load bends the part, or where the halves of a mould meet. */
  protected readonly overlay = computed(() => (this.tab() === 'loads' ? this.bent() : this.tab() === 'milling' ? this.parting()?.lines : undefined));
  protected readonly partingShown = signal(false);
  private readonly parting = signal<Parting | undefined>(undefined);
  protected readonly partingWords = computed(() => {
    const p = this.parting();
    const system = this.settings.units();
    return p && this.tab() === 'milling'
      ? `The parting line is ${lengthText(p.length_mm, system)} long${
        p.climbs_mm > 0.02 ? ` and climbs by ${lengthText(p.climbs_mm, system)}` : ', all on one level'
      }. A wall without draft may lie in either half.`
      : '';
  });
  private readonly facesPanel = viewChild(FacesPanel);
  private readonly loadPanel = viewChild(LoadPanel);

  /** The mesh that stands for the chosen way: its own, or the other way's. */
  protected readonly planned = computed(() => this.store.view()?.plans.flatMap((p) => p.makes) ?? []);
  protected readonly shape = computed(() => shapeFor(this.store.doc()!, this.way() === 'printed'));
  protected readonly own = computed(() => this.store.doc()!.shapes[this.way()]);
  protected readonly facts = computed(() => {
    const s = this.shape();
    return s ? shapeFacts(this.store.doc()!, s, this.way() === 'printed', this.settings.units()) : [];
  });
  protected readonly severalBodies = computed(() => {
    const bodies = this.shape()?.study?.body.features.bodies ?? [];
    return bodies.length > 1 || (bodies[0]?.count ?? 0) > 1;
  });
  protected readonly description = computed(() => {
    const s = this.shape();
    return s ? `Drawing of ${s.fileName}. ${this.facts().map((f) => `${f.label}: ${f.text}`).join('. ')}` : 'No part yet';
  });
  /** The mesh of the other way, where it has one of its own. */
  protected readonly other = computed(() => {
    const { printed, machined } = this.store.doc()!.shapes;
    return printed && machined && printed.hash !== machined.hash ? (this.way() === 'printed' ? machined : printed) : undefined;
  });
  /** Measures of both meshes, the one on show first. */
  protected readonly measures = computed(() => {
    const facts = this.facts();
    const other = this.other();
    const beside = other
      ? new Map(shapeFacts(this.store.doc()!, other, this.way() !== 'printed', this.settings.units()).map((f) => [f.label, f.text]))
      : undefined;
    return facts.map((f) => ({ ...f, beside: beside?.get(f.label) }));
  });
  /** The printed way that leads: its least wall and its machine are shown on the part. */
  private readonly printer = computed(() => (this.way() === 'printed' ? this.store.view()?.pins.find((p) => p.option.kind === 'print') : undefined));
  protected readonly room = computed(() => {
    const pin = this.tab() === 'build' ? this.printer() : undefined;
    const drawn = this.shapes.drawn();
    if (!pin || !drawn) return undefined;
    const [long, short] = [Math.max(pin.room_mm[0], pin.room_mm[1]), Math.min(pin.room_mm[0], pin.room_mm[1])];
    const { low, high } = extentOf(drawn.vertices);
    return (high[0] - low[0] >= high[1] - low[1] ? [long, short, pin.room_mm[2]] : [short, long, pin.room_mm[2]]) as [number, number, number];
  });
  protected readonly cutLayer = computed(() => (this.section()?.axis === 'z' ? this.section()!.above_mm : undefined));
  /** Notes on the drawing that go with the open tab. */
  protected readonly tags = computed<Tag[]>(() => {
    const s = this.shape();
    const drawn = this.shapes.drawn();
    if (!s || !drawn) return [];
    const system = this.settings.units();
    const [r, b, u] = frameFor(drawn.up);
    const stand = (p: readonly number[]): number[] => [r, b, u].map((row) => row[0] * p[0] + row[1] * p[1] + row[2] * p[2]);
    const marks = this.shapes.marks();
    const weak = weakestOf(this.store.doc()!, s, this.way() === 'printed');
    switch (this.tab()) {
      case 'loads':
        return this.loadTags();
      case 'measures':
        return [
          ...alikeOnce(
            (marks?.thin ?? []).slice(0, 6).map((t): Tag => ({
              kind: 'thin',
              point: stand(t.point),
              text: `wall ${lengthText(t.mm, system)}${this.tooThin(t.mm, system)}`,
            })),
          ),
          ...(weak ? [{ kind: 'thin', point: stand(weak.point), text: `weakest section ${areaText(weak.at.area_mm2, system)}` } satisfies Tag] : []),
          ...alikeOnce((marks?.narrow ?? []).slice(0, 4).map((t): Tag => ({ kind: 'narrow', point: stand(t.point), text: `gap ${lengthText(t.mm, system)}` }))),
        ];
      case 'milling':
        return (s.study?.body.holes ?? []).slice(0, 24).map((h, i): Tag => ({
          kind: 'hole',
          point: stand(h.centre.map((c, k) => c + (h.axis[k] * h.depth_mm) / 2)),
          text: `${i + 1}`,
        }))
          .concat((s.study?.body.features.pockets ?? []).slice(0, 12).map((p, i): Tag => ({ kind: 'hole', point: stand(p.floor), text: `P${i + 1}` })))
          .concat((s.study?.body.features.ribs ?? []).slice(0, 12).map((r, i): Tag => ({ kind: 'hole', point: stand(r.point), text: `R${i + 1}` })));
      case 'faces':
        return (s.marks ?? []).map((m, i): Tag => ({ kind: 'face', point: stand(m.point), text: `${DUTY[m.duty].letter}${i + 1}` }));
      default:
        return [];
    }
  });
  protected readonly spots = computed(() => {
    const drawn = this.shapes.drawn();
    const points = this.tab() === 'milling' ? this.shapes.marks()?.unreachable : this.tab() === 'build' ? this.buried() : undefined;
    if (!drawn || !points) return NO_POINTS;
    const f = frameFor(drawn.up);
    return points.map((_, i) => {
      const p = i - (i % 3);
      return f[i % 3][0] * points[p] + f[i % 3][1] * points[p + 1] + f[i % 3][2] * points[p + 2];
    });
  });

  /** Where support stays that nobody gets at, while the way it is built is on show. */
  private readonly buried = signal<Float32Array | undefined>(undefined);

  constructor() {
    effect(() => {
      const build = this.tab() === 'build' ? this.shape()?.study?.build : undefined;
      const drawn = this.shapes.drawn();
      untracked(() => {
        this.buried.set(undefined);
        if (build?.buried_mm2 && drawn?.up.join() === build.up.join()) {
          void this.shapes.buriedPlaces(build.up).then((places) => {
            if (this.shape()?.study?.build === build) this.buried.set(places);
          });
        }
      });
    });
    effect(() => {
      const s = this.tab() === 'milling' && this.partingShown() ? this.shape() : undefined;
      const pull = s?.moulding?.pull ?? s?.study?.body.features.moulding.pull;
      const drawn = this.shapes.drawn();
      untracked(() => {
        this.parting.set(undefined);
        if (!pull || !drawn) return;
        void this.shapes.moulded(pull).then(({ parting }) => {
          if (this.shapes.drawn() === drawn && this.partingShown()) this.parting.set(parting);
        });
      });
    });
    effect(() => {
      const s = this.shape();
      this.solving.todo();
      untracked(() => void this.follow(s));
    });
    // Marked faces are found again on the mesh when they, or the part, change; they are dotted while their tab is open.
    effect(() => {
      const marks = this.tab() === 'faces' ? (this.shape()?.marks ?? []) : [];
      const drawn = this.shapes.drawn();
      untracked(() => {
        if (!marks.length || !drawn) this.faceTriangles.set(NO_FACES);
        else void this.shapes.facesAt(marks.map((m) => m.point)).then((faces) => this.faceTriangles.set(Uint32Array.from(faces.flatMap((f) => [...f.list]))));
      });
    });
    effect(() => {
      if (this.tab() !== 'faces' && this.tab() !== 'loads') this.picking.set(false);
    });
  }

  /** What a thin wall is to the way that leads: under the least it prints. */
  private tooThin(wall_mm: number, system: UnitSystem): string {
    const pin = this.printer();
    const walls = pin?.option.checks.find((c) => c.id === 'walls');
    return walls?.limit !== undefined && wall_mm < walls.limit - 0.005 ? `, under ${lengthText(walls.limit, system)} of ${pin!.letter}` : '';
  }

  /** A file that was let go elsewhere in the case. */
  private readonly droppedFile = inject(DroppedFileService);
  private readonly takeDropped = effect(() => {
    const file = this.droppedFile.file();
    if (!file) return;
    untracked(() => {
      this.droppedFile.file.set(undefined);
      void this.attempt(file.name, () => this.take(file));
    });
  });

  protected dropped(event: DragEvent): void {
    event.preventDefault();
    this.dragging.set(false);
    const file = event.dataTransfer?.files[0];
    if (file) void this.attempt(file.name, () => this.take(file));
  }

  protected picked(event: Event): void {
    const input = event.target as HTMLInputElement;
    const file = input.files?.[0];
    input.value = '';
    if (file) void this.attempt(file.name, () => this.take(file));
  }

  protected cancel(): void {
    this.solving.leave();
    this.shapes.cancel();
    this.storing.set('');
  }

  protected forget(): void {
    this.store.edit((doc) => {
      const shapes = { ...doc.shapes };
      delete shapes[this.way()];
      return { ...doc, shapes };
    });
  }

  /** Change what the case says about the mesh on show. */
  protected change(change: Partial<ShapeRef>, measured = false): void {
    const hash = this.shape()?.hash;
    const apply = measured ? this.store.amend.bind(this.store) : this.store.edit.bind(this.store);
    apply((doc) => {
      const way: Way = doc.shapes[this.way()]?.hash === hash ? this.way() : this.way() === 'printed' ? 'machined' : 'printed';
      const ref = doc.shapes[way];
      if (!ref || ref.hash !== hash) return doc;
      return {
        ...doc,
        shapes: { ...doc.shapes, [way]: Object.fromEntries(Object.entries({ ...ref, ...change }).filter(([, v]) => v !== undefined)) as unknown as ShapeRef },
      };
    });
    if ('marks' in change || 'load' in change) this.shapes.orientations.set(undefined);
  }

  /** A mould is pulled along another direction: how the part comes out of it, measured anew. */
  protected pullAlong(pull: Vec3 | undefined): void {
    if (!pull) this.change({ moulding: undefined });
    else void this.attempt(this.shape()!.fileName, async () => this.change({ moulding: (await this.shapes.moulded(pull)).moulding }));
  }

  protected async pickFace(triangle: number): Promise<void> {
    const face = await this.shapes.face(triangle);
    if (this.tab() === 'loads') this.loadPanel()?.pick(face);
    else this.facesPanel()?.add(face);
  }

  protected orient(): void {
    const s = this.shape()!;
    void this.attempt(s.fileName, () => this.shapes.orient((s.marks ?? []).map((m) => m.point), s.load));
  }

  /** Build it this way up: measured anew, drawn standing so. */
  protected lay(up: Vec3): void {
    const s = this.shape()!;
    void this.attempt(s.fileName, async () => {
      const build = await this.shapes.build(up);
      this.section.set(undefined);
      this.change({ up, ...(s.study && { study: { ...s.study, build } }) });
    });
  }

  protected study(): void {
    const s = this.shape();
    if (s) void this.attempt(s.fileName, () => this.studyPart(s));
  }

  protected repair(): void {
    const s = this.shape()!;
    void this.attempt(s.fileName, async () => {
      const { stl, done, measure } = await this.shapes.repair();
      if (!done.length) {
        this.repaired.set('Nothing was found that a repair can mend.');
        return;
      }
      await this.keepMesh(stl, `${s.fileName.replace(/\.\w+$/, '')}-repaired.stl`, 'mm');
      this.repaired.set(
        `Done: ${done.join('; ')}. Open edges ${formatNumber(s.measure.openEdges)} before, ${formatNumber(measure.openEdges)} now; volume ${
          volumeText(s.measure.volume_mm3, this.settings.units())
        } before, ${volumeText(measure.volume_mm3, this.settings.units())} now. ${
          measure.watertight ? 'The mesh is closed now.' : 'It is still open.'
        } The file you dropped is kept; undo brings it back.`,
      );
    });
  }

  protected retessellate(tolerance: number): void {
    const model = this.shape()!.model!;
    void this.attempt(model.fileName, async () => {
      this.storing.set('Tessellating the model');
      this.adopt(await this.shapes.waitFor(this.api.tessellate(model.hash, model.fileName, tolerance)));
    });
  }

  protected useMade(made: MadeShape, way: Way = 'printed'): void {
    void this.attempt(made.name, async () => {
      this.way.set(way);
      await this.keepMesh(made.stl as Uint8Array<ArrayBuffer>, `${made.name}.stl`, 'mm');
      this.tab.set('measures');
    });
  }

  protected async saveMade(made: MadeShape, kind: MeshKind): Promise<void> {
    if (kind === 'stl') saveFile(made.stl as Uint8Array<ArrayBuffer>, `${made.name}.stl`, MESH_TYPES[kind]);
    else {
      const [{ readStl }, { weld }, { writeThreeMf }] = await Promise.all([
        import('@cuadro/core/shape/formats/stl'),
        import('@cuadro/core/shape/weld'),
        import('@cuadro/core/shape/formats/threemf'),
      ]);
      const mesh = weld(readStl(made.stl, 1));
      saveFile(writeThreeMf(mesh.vertices, mesh.indices) as Uint8Array<ArrayBuffer>, `${made.name}.3mf`, MESH_TYPES[kind]);
    }
  }

  /** The part as shown, in millimetres, as a file of its own. */
  protected async saveAs(kind: MeshKind): Promise<void> {
    saveFile(await this.shapes.write(kind), `${this.shape()!.fileName.replace(/\.\w+$/, '')}.${kind}`, MESH_TYPES[kind]);
  }

  /** How a figure was measured, in the margin. */
  protected explain(f: ShapeFact): void {
    const s = this.shape();
    this.margin.show({
      kind: 'text',
      title: f.label,
      paragraphs: [f.text, ...(f.how ? [f.how] : []), ...(s ? [`Measured on ${s.fileName}, read in ${s.unit === 'mm' ? 'millimetres' : 'inches'}.`] : [])],
    });
  }

  /** A file of the user's is being read: nothing that runs by itself may come in between. */
  private taking = false;

  private async take(file: File): Promise<void> {
    this.taking = true;
    try {
      await this.takeFile(file);
    } finally {
      this.taking = false;
      void this.follow(this.shape());
    }
  }

  /** The file of which the unit is in doubt. */
  private doubted?: File;
  protected readInOther(): void {
    const file = this.doubted;
    if (!file) return;
    this.unit.update((u) => (u === 'mm' ? 'inch' : 'mm'));
    void this.attempt(file.name, () => this.take(file));
  }

  /** Read, measure and store a file. Whatever is wrong with it, the case stays as it was. */
  private async takeFile(file: File): Promise<void> {
    this.doubt.set('');
    this.repaired.set('');
    const cad = isCadName(file.name);
    const limit = cad ? MAX_CAD_BYTES : MAX_BYTES;
    if (file.size > limit) throw new Error(`It has ${formatNumber(file.size / 2 ** 20)} MB; at most ${limit / 2 ** 20} MB can be read. Reduce it first.`);
    this.storing.set(`Opening ${file.name}`);
    const bytes = new Uint8Array(await this.shapes.waitFor(from(file.arrayBuffer())));
    if (cad) {
      this.storing.set('Tessellating the model');
      this.adopt(await this.shapes.waitFor(this.api.addModel(bytes, file.name)));
      return;
    }
    const unit = this.unit();
    this.storing.set('');
    const reading = await this.shapes.readFile(bytes, file.name, unit);
    if (!reading.ok) throw new Error(`${reading.problem} Nothing was changed.`);
    this.doubt.set(reading.doubt ?? '');
    this.doubted = file;
    await this.keepMesh(bytes, file.name, unit);
  }

  private async keepMesh(bytes: Uint8Array<ArrayBuffer>, fileName: string, unit: LengthUnit): Promise<void> {
    this.storing.set('Storing');
    const record = await this.shapes.waitFor(this.api.addMesh(bytes, fileName, unit));
    this.shapes.stored(bytes, record.hash);
    this.adopt(record);
  }

  /** A stored mesh becomes that of the way on show; opening and studying it follow from the document. */
  private adopt(record: MeshRecord | ModelRecord): void {
    const { hash, fileName, unit, measure } = record;
    this.section.set(undefined);
    const ref: ShapeRef = { hash, fileName, unit, measure, ...('model' in record && { model: record.model }) };
    this.store.edit((doc) => ({ ...doc, shapes: { ...doc.shapes, [this.way()]: ref } }));
  }

  /** Go after the document. Faults are told, but take no message of the user's own doing away. */
  private async follow(s: ShapeRef | undefined): Promise<void> {
    if (this.taking) return;
    try {
      await this.open(s);
    } catch (e) {
      if (!isGivenUp(e)) this.problem.set(`${s?.fileName}: ${e instanceof Error ? e.message : String(e)}`);
    }
  }

  protected solveAgain(): void {
    const s = this.shape();
    if (s) void this.attempt(s.fileName, () => this.solving.again());
  }

  /** Show the mesh of the document, and study it where that has not been done. */
  private async open(s: ShapeRef | undefined): Promise<void> {
    if (!s) {
      this.shapes.close();
      return;
    }
    const problem = await this.shapes.open(s);
    if (problem) throw new Error(problem);
    // Something else has begun in the meantime and will come back here.
    if (this.shapes.stage() || this.taking) return;
    if (s.study?.version !== STUDY_VERSION) return this.studyPart(s);
    if (!this.shapes.marks()) await this.shapes.findMarks();
    await this.solving.run();
  }

  private async studyPart(s: ShapeRef): Promise<void> {
    const study = await this.shapes.study(s.up ?? UP);
    if (this.shape()?.hash === s.hash) this.change({ study }, true);
  }

  /** Do something long with the part; faults are told beside it, what was given up is nobody's news. */
  private async attempt(name: string, work: () => Promise<void>): Promise<void> {
    this.problem.set('');
    try {
      await work();
    } catch (e) {
      if (!isGivenUp(e)) this.problem.set(`${name}: ${e instanceof Error ? e.message : String(e)}`);
    } finally {
      this.storing.set('');
    }
  }
}
