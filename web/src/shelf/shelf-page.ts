import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { DISAGREEMENTS } from '@cuadro/core/need/disagreements';
import { formatNumber, formatRange, unitText } from '@cuadro/core/quantity/quantity';
import { inSentence } from '@cuadro/core/quantity/words';
import { factEntries, type Process } from '@cuadro/core/process/process';
import { PROCESSES } from '@cuadro/core/process/processes';
import { shopFiguresOf } from '@cuadro/core/routes/worksheet';
import { FINISHING } from '@cuadro/core/shelf/finishing';
import { HARDWARE } from '@cuadro/core/shelf/hardware';
import { SHOP_FIGURES } from '@cuadro/core/shelf/shop';
import type { Entry } from '@cuadro/core/worksheet/types';
import { MarginService } from '../data/margin.service';
import { ShopService } from '../data/shop.service';
import { inAddress } from '../shared/address';
import { EditNotices } from '../shared/edit-notices';
import { UndoButtons } from '../shared/undo-buttons';
import { WorkingMargin } from '../shared/working-margin';
import { MaterialsView } from './materials-view';

/** A queue by its name alone would read like a machine. */
const QUEUES = new Set(SHOP_FIGURES.filter((f) => f.group === 'Queues').map((f) => f.id));
const waiting = (e: Entry): Entry => (QUEUES.has(e.name) ? { ...e, label: `Wait: ${inSentence(e.label)}` } : e);

type Tab = 'materials' | 'processes' | 'parts' | 'views';

/** What Cuadro knows: materials, processes, finishing, metal parts; each value with its range and source. */
@Component({
  selector: 'cu-shelf-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [EditNotices, MaterialsView, UndoButtons, WorkingMargin],
  templateUrl: './shelf-page.html',
  styleUrl: './shelf-page.scss',
})
export class ShelfPage {
  private readonly margin = inject(MarginService);
  protected readonly shops = inject(ShopService);
  protected readonly tabs: readonly { id: Tab; label: string }[] = [
    { id: 'materials', label: 'Materials' },
    { id: 'processes', label: 'Processes' },
    { id: 'parts', label: 'Finishing and parts' },
    { id: 'views', label: 'Where practitioners differ' },
  ];
  protected readonly tab = inAddress<Tab>('tab', 'materials');
  protected readonly processes = PROCESSES;
  protected readonly finishing = FINISHING;
  protected readonly hardware = HARDWARE;
  protected readonly disagreements = DISAGREEMENTS;

  constructor() {
    this.margin.clear();
    void this.shops.load().catch(() => undefined);
  }

  protected get currency(): string {
    return this.shops.currency();
  }

  protected number = formatNumber;
  protected range = formatRange;

  protected openProcess(p: Process): void {
    this.margin.show({
      kind: 'text',
      title: p.label,
      paragraphs: [
        p.what,
        `Largest part ${p.envelope_mm.join(' × ')} mm. Holds ±(${p.tolerance.a_mm} mm + ${p.tolerance.b_per_mm} × length). Ra as built ${
          this.range(p.roughness_um)
        } µm.`,
        ...(p.limits ? [`Walls from ${p.limits.wall_mm} mm, gaps from ${p.limits.gap_mm} mm, round holes from ${p.limits.hole_mm} mm.`] : []),
        ...(p.batch ? [`${p.batch.least ? `From about ${p.batch.least}` : `Up to about ${p.batch.most}`} pieces: ${p.batch.says}.`] : []),
        ...(p.skill ? [p.skill] : []),
        ...p.cautions,
        "Typical published ranges, confirm with your supplier's sheet; rates and queues are those of the Shop page. Your own figures go over any line of a case. Low · likely · high:",
      ],
      rows: [...factEntries(p), ...shopFiguresOf(p, this.shops.shop()).map(waiting)].map((f) => ({
        label: f.unit ? `${f.label}, ${unitText(f.unit, this.currency)}` : f.label,
        text: formatRange(f),
      })),
    });
  }
}
