import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { formOf, shapeFor } from '@cuadro/core/case/facts';
import type { ShapeRef } from '@cuadro/core/case/types';
import { formatNumber, formatQuantity } from '@cuadro/core/quantity/quantity';
import { MAX_BYTES, MESH_EXTENSIONS, type LengthUnit } from '@cuadro/core/shape/mesh';
import { ApiService } from '../../data/api.service';
import { CaseStore } from '../../data/case-store';
import { ComputeService } from '../../data/compute.service';
import { MarginService } from '../../data/margin.service';
import { SettingsService } from '../../data/settings.service';
import { Chart } from '../../shared/chart';
import { PartView } from '../../shared/part-view/part-view';
import { layerChart, layerWords } from './layer-chart';
import type { DrawnShape, LayerProfile, MeshKind } from '../../workers/shape.worker';

type Way = 'machined' | 'printed';

interface Fact {
  label: string;
  text: string;
  /** The method, for the margin. */
  how?: string;
  warn?: boolean;
}

const FORM_WORDS = { flat: 'a flat plate with cut-outs: it can be cut from sheet', block: 'a block of constant section: it can be milled simply', shaped: 'shaped' };

/** Drop a mesh; it is checked, measured and drawn. The printed way may have another mesh than the machined one. */
@Component({
  selector: 'cu-shape-step',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Chart, MatButtonToggleModule, MatProgressBarModule, PartView],
  templateUrl: './shape-step.html',
  styleUrl: './shape-step.scss',
})
export class ShapeStep {
  protected readonly store = inject(CaseStore);
  private readonly api = inject(ApiService);
  private readonly compute = inject(ComputeService);
  private readonly margin = inject(MarginService);
  private readonly settings = inject(SettingsService);

  protected readonly ways: readonly { id: Way; label: string }[] = [{ id: 'printed', label: 'to print' }, { id: 'machined', label: 'to machine' }];
  protected readonly accept = MESH_EXTENSIONS.join(',');
  protected readonly way = signal<Way>('printed');
  protected readonly unit = signal<LengthUnit>('mm');
  protected readonly stage = signal('');
  protected readonly problem = signal('');
  protected readonly doubt = signal('');
  protected readonly dragging = signal(false);
  protected readonly drawn = signal<DrawnShape | undefined>(undefined);
  protected readonly profile = signal<LayerProfile | undefined>(undefined);
  private shown = '';
  private job = 0;

  /** The mesh that stands for the chosen way: its own, or the other way's. */
  protected readonly shape = computed(() => shapeFor(this.store.doc()!, this.way() === 'printed'));
  protected readonly own = computed(() => this.store.doc()!.shapes[this.way()]);
  protected readonly facts = computed(() => {
    const s = this.shape();
    return s ? this.describe(s) : [];
  });
  protected readonly description = computed(() => {
    const s = this.shape();
    return s ? `Drawing of ${s.fileName}. ${this.facts().map((f) => `${f.label}: ${f.text}`).join('. ')}` : 'No part yet';
  });

  protected readonly layers = computed(() => layerChart(this.profile()!, this.settings.units()));
  protected readonly layerQuestion = computed(() => `How much lies in each layer, ${this.settings.units() === 'inch' ? 'in²' : 'cm²'}?`);
  protected readonly layerWords = computed(() => layerWords(this.profile()!, this.settings.units()));

  constructor() {
    effect(() => {
      const s = this.shape();
      untracked(() => void this.draw(s));
    });
  }

  protected dropped(event: DragEvent): void {
    event.preventDefault();
    this.dragging.set(false);
    const file = event.dataTransfer?.files[0];
    if (file) void this.take(file);
  }

  protected picked(event: Event): void {
    const input = event.target as HTMLInputElement;
    const file = input.files?.[0];
    input.value = '';
    if (file) void this.take(file);
  }

  protected cancel(): void {
    this.job++;
    this.compute.cancelShape();
    this.stage.set('');
  }

  protected forget(): void {
    this.store.edit((doc) => {
      const shapes = { ...doc.shapes };
      delete shapes[this.way()];
      return { ...doc, shapes };
    });
  }

  /** Read, measure and store a file. Whatever is wrong with it, the case stays as it was. */
  private async take(file: File): Promise<void> {
    const job = ++this.job;
    const way = this.way();
    const unit = this.unit();
    this.problem.set('');
    this.doubt.set('');
    if (file.size > MAX_BYTES) {
      this.problem.set(`${file.name} has ${formatNumber(file.size / 2 ** 20)} MB; at most ${MAX_BYTES / 2 ** 20} MB can be read. Reduce the mesh first.`);
      return;
    }
    try {
      this.stage.set(`Opening ${file.name}`);
      const bytes = new Uint8Array(await file.arrayBuffer());
      const reading = await this.compute.readShape(bytes, file.name, unit, (s) => this.job === job && this.stage.set(s));
      if (job !== this.job) return;
      if (!reading.ok) {
        this.problem.set(`${file.name}: ${reading.problem} Nothing was changed.`);
        return;
      }
      this.stage.set('Storing');
      const stored = await firstValueFrom(this.api.addMesh(bytes, file.name, unit));
      if (job !== this.job) return;
      this.shown = `${stored.hash} ${unit}`;
      this.drawn.set(reading.drawn);
      this.profile.set(reading.profile);
      this.doubt.set(reading.doubt ?? '');
      const ref: ShapeRef = { hash: stored.hash, fileName: stored.fileName, unit, measure: stored.measure };
      this.store.edit((doc) => ({ ...doc, shapes: { ...doc.shapes, [way]: ref } }));
    } catch (e) {
      if (job === this.job) this.problem.set(`${file.name}: ${e instanceof Error ? e.message : String(e)}`);
    } finally {
      if (job === this.job) this.stage.set('');
    }
  }

  /** Draw a stored mesh. */
  private async draw(s: ShapeRef | undefined): Promise<void> {
    const key = s ? `${s.hash} ${s.unit}` : '';
    if (key === this.shown) return;
    this.shown = key;
    this.drawn.set(undefined);
    this.profile.set(undefined);
    if (!s) return;
    const job = ++this.job;
    try {
      this.stage.set('Loading the mesh');
      const bytes = new Uint8Array(await firstValueFrom(this.api.mesh(s.hash)));
      const reading = await this.compute.readShape(bytes, s.fileName, s.unit, () => undefined);
      if (job !== this.job) return;
      if (reading.ok) {
        this.drawn.set(reading.drawn);
        this.profile.set(reading.profile);
      } else this.problem.set(reading.problem);
    } catch (e) {
      if (job === this.job) this.problem.set(`The mesh cannot be shown: ${e instanceof Error ? e.message : String(e)}`);
    } finally {
      if (job === this.job) this.stage.set('');
    }
  }

  /** The part as shown, in millimetres, as a file of its own. */
  protected async saveAs(kind: MeshKind): Promise<void> {
    const drawn = this.drawn();
    const s = this.shape();
    if (!drawn || !s) return;
    const bytes = (await this.compute.writeShape(drawn, kind)) as Uint8Array<ArrayBuffer>;
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([bytes], { type: kind === 'stl' ? 'model/stl' : 'model/3mf' }));
    link.download = `${s.fileName.replace(/\.\w+$/, '')}.${kind}`;
    link.click();
    URL.revokeObjectURL(link.href);
  }

  /** How a figure was measured, in the margin. */
  protected explain(f: Fact): void {
    const s = this.shape();
    this.margin.show({
      kind: 'text',
      title: f.label,
      paragraphs: [f.text, ...(f.how ? [f.how] : []), ...(s ? [`Measured on ${s.fileName}, read in ${s.unit === 'mm' ? 'millimetres' : 'inches'}.`] : [])],
    });
  }

  private describe(s: ShapeRef): Fact[] {
    const m = s.measure;
    const system = this.settings.units();
    const inch = system === 'inch';
    const area = (x: number): string => (inch ? `${formatNumber(x / 645.16)} in²` : `${formatNumber(x / 100)} cm²`);
    const volume = inch ? `${formatNumber(m.volume_mm3 / 16_387.064)} in³` : `${formatNumber(m.volume_mm3 / 1000)} cm³`;
    const box = m.box_mm.reduce((a, b) => a * b, 1);
    const faults = [
      m.openEdges && `${m.openEdges} open edges`, m.crowdedEdges && `${m.crowdedEdges} edges with more than two faces`, m.flippedEdges && `${m.flippedEdges} edges where faces disagree`,
    ].filter(Boolean);
    return [
      { label: 'Triangles', text: formatNumber(m.triangles, 9), how: `As the file holds them; ${m.degenerate} of them have no area. Corners with the same coordinates are joined before anything is measured.` },
      { label: 'Box', text: m.box_mm.map((x) => formatQuantity(x, 'length', system)).join(' × '), how: 'Smallest and largest corner along x, y and z, as the file stands. No range: it is read off, not guessed.' },
      m.watertight
        ? { label: 'Volume', text: `${volume}, ${formatNumber((100 * m.volume_mm3) / box, 2)} % of the box`, how: 'Σ v0·(v1×v2)/6 over all triangles, about the centre of the box. Cavities count negative. No range for a closed mesh.' }
        : { label: 'Volume', text: `about ${volume}: the mesh is open, so the estimate takes it ± 25 %`, how: 'Σ v0·(v1×v2)/6 over all triangles means little while edges are open; close the mesh to be rid of the range.', warn: true },
      { label: 'Surface', text: area(m.area_mm2), how: 'Σ |(v1−v0)×(v2−v0)|/2 over all triangles, inner faces included.' },
      { label: 'Overhang', text: `${area(m.overhang_mm2)} flatter than 45° from horizontal, as it stands`, how: 'Faces that look down and are flatter than 45° from horizontal, z up, without those on the bed. Between 40° and 50° it depends on the process; they are what needs support.' },
      { label: 'On the bed', text: area(m.bed_mm2), how: 'Faces that look down and lie on the lowest plane.' },
      { label: 'Closed', text: m.watertight ? `yes, ${m.shells} ${m.shells === 1 ? 'shell' : 'shells'}` : `no: ${faults.join(', ')}`, how: 'Closed: every edge is used as often one way as the other. Shells are pieces joined over edges that exactly two triangles share.', warn: !m.watertight },
      { label: 'Form', text: FORM_WORDS[formOf(this.store.doc()!, this.way() === 'printed')], how: 'A constant section: nearly all faces are square or parallel to one axis, and the square ones are just the two ends (2 V ÷ extent). Up to 30 mm it is a plate, beyond a block.' },
      ...m.notes.map((text) => ({ label: 'Note', text })),
    ];
  }
}
