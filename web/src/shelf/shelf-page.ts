import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { PROCESSES } from '@cuadro/core/routes/processes';
import { MATERIALS } from '@cuadro/core/shelf/shelf';
import { FLUIDS, type FluidId, type Material } from '@cuadro/core/shelf/types';
import { factEntries, type Process } from '@cuadro/core/routes/process';
import { formatNumber } from '@cuadro/core/quantity/quantity';
import type { Range } from '@cuadro/core/worksheet/types';
import { MarginService } from '../data/margin.service';
import { SettingsService } from '../data/settings.service';
import { ShopService } from '../data/shop.service';
import { WorkingMargin } from '../shared/working-margin';

const MARKS = { no: 'does not mark finished faces', 'with-pad': 'may mark finished faces: use pads', yes: 'marks finished faces' };

/** The built-in shelf: processes and materials, each value with its range and source. */
@Component({
  selector: 'cu-shelf-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [WorkingMargin],
  templateUrl: './shelf-page.html',
  styleUrl: './shelf-page.scss',
})
export class ShelfPage {
  private readonly margin = inject(MarginService);
  private readonly settings = inject(SettingsService);
  private readonly shops = inject(ShopService);
  protected readonly processes = PROCESSES;
  protected readonly filter = signal('');
  protected readonly process = signal('');
  protected readonly rows = computed(() => {
    const needle = this.filter().trim().toLowerCase();
    return MATERIALS.filter((m) => (!this.process() || m.processes.includes(this.process())) && (!needle || `${m.label} ${m.note}`.toLowerCase().includes(needle)));
  });

  constructor() {
    this.margin.clear();
    void this.shops.load().catch(() => undefined);
  }

  protected get currency(): string {
    return this.shops.currency();
  }

  protected number(x: number): string {
    return formatNumber(x);
  }

  protected temperature(x: number): string {
    return this.settings.figure(x, '°C', '');
  }

  protected pair(p: { inPlane: Range; across: Range }): string {
    const a = formatNumber(p.inPlane.likely);
    const b = formatNumber(p.across.likely);
    return a === b ? a : `${a} / ${b}`;
  }

  protected openMaterial(m: Material): void {
    const range = (r: Range): string => `${formatNumber(r.low)} · ${formatNumber(r.likely)} · ${formatNumber(r.high)}`;
    this.margin.show({
      kind: 'text',
      title: m.label,
      paragraphs: [m.note, m.source.text, 'Low · typical · high:'],
      rows: [
        { label: 'Density, g/cm³', text: range(m.density_g_cm3) },
        { label: 'Stiffness in plane, GPa', text: range(m.modulus_gpa.inPlane) },
        { label: 'Stiffness across, GPa', text: range(m.modulus_gpa.across) },
        { label: 'Strength in plane, MPa', text: range(m.strength_mpa.inPlane) },
        { label: 'Strength across, MPa', text: range(m.strength_mpa.across) },
        { label: 'Lasting heat, °C', text: range(m.use_c) },
        { label: `Price, ${this.shops.currency()}/kg`, text: range(m.price_per_kg) },
        { label: 'Wear life, short-fibre nylon = 1', text: formatNumber(m.wear) },
        { label: 'Lasting load, share of strength', text: formatNumber(m.creep) },
        { label: 'Marking', text: MARKS[m.marks] },
        ...(Object.entries(FLUIDS) as [FluidId, string][]).map(([id, label]) => ({ label, text: m.fluids[id] })),
      ],
    });
  }

  protected openProcess(p: Process): void {
    this.margin.show({
      kind: 'text',
      title: p.label,
      paragraphs: [p.what, `Largest part ${p.envelope_mm.join(' × ')} mm. Holds ±(${p.tolerance.a_mm} mm + ${p.tolerance.b_per_mm} × length).`, ...p.cautions, 'Low · likely · high:'],
      rows: factEntries(p).map((f) => ({ label: f.unit ? `${f.label}, ${f.unit.replace('^', '')}` : f.label, text: f.high > f.low ? `${formatNumber(f.low)} · ${formatNumber(f.likely)} · ${formatNumber(f.high)}` : formatNumber(f.likely) })),
    });
  }
}
