import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { gaugeStudy } from '@cuadro/core/proof/gauge-study';
import { type Compared, compareTrial } from '@cuadro/core/proof/trial';
import { formatNumber } from '@cuadro/core/quantity/quantity';
import { meanAndDeviation, numbersIn, ReadingError } from '@cuadro/core/records/readings';
import type { RecordRow } from '@cuadro/core/records/kind';
import { RecordsView } from '../../records/records-view';
import { StateGlyph } from '../../shared/state-glyph';
import { DotRows, type DotRow } from './dot-rows';
import { ProofStore } from './proof-store';

/** What a study of readings came to; a row that cannot be worked out says why. */
interface Worked {
  id: string;
  title: string;
  state: Compared['state'];
  says: string;
  cautions: readonly string[];
  rows: DotRow[];
  limits: number[];
  figures: { label: string; text: string; of: string }[];
}

/** Trials before and after, and how well gauges and nests repeat. */
@Component({
  selector: 'cu-studies',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DotRows, RecordsView, StateGlyph],
  styles: `
    section { margin-bottom: 18px; } h3 { margin: 6px 0; } .found { border-top: 1px solid var(--rule); padding: 8px 0 4px; } .found h4 { margin: 0 0 2px; font-weight: 600; }
    .cols { display: grid; grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr); gap: 18px; align-items: start; } @media (max-width: 800px) { .cols { grid-template-columns: minmax(0, 1fr); } }
    .caution { font-size: 12.5px; border-left: 3px solid var(--ochre); padding-left: 8px; }
    table { border-collapse: collapse; width: 100%; } th { text-align: left; font-weight: 400; } td, th { padding: 2px 6px 2px 0; vertical-align: top; } .of { color: var(--quiet); font-size: 12.5px; }
  `,
  template: `
    @for (s of parts(); track s.kind) {
      <section [attr.aria-label]="s.title">
        <h3>{{ s.title }}</h3>
        @for (w of s.worked; track w.id) {
          <div class="found">
            <h4>{{ w.title }}</h4>
            <p><cu-state [state]="w.state" [word]="false" />&ngsp;{{ w.says }}</p>
            <div class="cols">
              @if (w.rows.length) { <cu-dot-rows [rows]="w.rows" [limits]="w.limits" [says]="w.title + ': ' + w.says" /> }
              <table><caption class="visually-hidden">Figures of {{ w.title }}</caption><tbody>
                @for (f of w.figures; track f.label) { <tr><th scope="row">{{ f.label }}<div class="of">{{ f.of }}</div></th><td class="num">{{ f.text }}</td></tr> }
              </tbody></table>
            </div>
            @for (c of w.cautions; track c) { <p class="caution">{{ c }}</p> }
          </div>
        }
        @if (store.caseId(); as id) { <cu-records [kind]="s.kind" [caseId]="id" (stored)="store.load()" /> }
      </section>
    }
  `,
})
export class StudiesView {
  protected readonly store = inject(ProofStore);
  protected readonly parts = computed(() => [
    { kind: 'trial', title: 'Before and after', worked: this.worked('trial', trialOf) },
    { kind: 'gauge-study', title: 'How it repeats', worked: this.worked('gauge-study', gaugeOf) },
  ]);

  private worked(kind: string, of: (r: RecordRow) => Worked): Worked[] {
    return this.store.rows().filter((r) => r.kind === kind).map((r) => {
      try {
        return of(r);
      } catch (e) {
        if (!(e instanceof ReadingError)) throw e;
        return { ...named(r), state: 'unknown', says: e.message, cautions: [], rows: [], limits: [], figures: [] };
      }
    });
  }
}

const named = (r: RecordRow): Pick<Worked, 'id' | 'title'> => ({ id: r.id, title: String(r.values['figure'] ?? '') });
const n = (x: number): string => formatNumber(x, 3);

function trialOf(r: RecordRow): Worked {
  const found = compareTrial(r.values);
  const { before, after, change, spread } = found;
  const sides = [['before', before], ['after', after]] as const;
  const unit = typeof r.values['unit'] === 'string' ? ` ${r.values['unit']}` : '';
  return {
    ...named(r),
    ...found,
    rows: sides.flatMap(([id, s]) => (s ? [{ label: `${id}, ${s.n}`, values: numbersIn(String(r.values[id])), mean: s.mean }] : [])),
    limits: ['low', 'high'].flatMap((k) => (typeof r.values[k] === 'number' ? [r.values[k]] : [])),
    figures: [
      ...sides.flatMap(([id, s]) =>
        s
          ? [{
            label: `Mean ${id}`,
            text: `${n(s.mean)}${unit} ± ${Number.isFinite(s.deviation) ? n(s.deviation) : '–'}`,
            of: 'Mean and standard deviation (n − 1).',
          }]
          : []
      ),
      ...(change
        ? [{
          label: 'After less before',
          text: `${n(change.mean)}${unit} (${n(change.low)} to ${n(change.high)})`,
          of: 'With 95 %, by t of Welch for unlike scatters.',
        }]
        : []),
      ...(spread
        ? [{
          label: 'Scatter, after over before',
          text: `${n(spread.ratio)} (${n(spread.low)} to ${n(spread.high)})`,
          of: 'With 95 %, by F of both variances.',
        }]
        : []),
      ...sides.flatMap(([id, s]) =>
        s?.cpk === undefined
          ? []
          : [{
            label: `Capability ${id}`,
            text: `${s.cp === undefined ? '' : `cp ${n(s.cp)}, `}cpk ${n(s.cpk)}`,
            of: '(upper − lower)/6 s; the nearer limit over 3 s.',
          }]
      ),
    ],
  };
}

function gaugeOf(r: RecordRow): Worked {
  const s = gaugeStudy(r.values);
  const rows = s.left.map(({ person, values }): DotRow => ({ label: person || 'readings', values, mean: meanAndDeviation(values).mean }));
  const mm = (x: number): string => `${n(x)} mm`;
  return {
    ...named(r),
    ...s,
    rows,
    limits: [],
    figures: [
      {
        label: 'Repeats within',
        text: `${mm(s.repeatability)} (${n(s.repeatable.low)} to ${n(s.repeatable.high)})`,
        of: 'Standard deviation within one hand and piece, with 95 % by χ².',
      },
      ...(s.people > 1 ? [{ label: 'From hand to hand', text: mm(s.reproducibility), of: 'Between people, and how they differ from piece to piece.' }] : []),
      ...(s.pieces > 1 ? [{ label: 'Between the pieces', text: mm(s.between), of: 'Analysis of variance of pieces, people and trials.' }] : []),
      { label: 'Of the tolerance', text: `${n(100 * s.ofTolerance)} %`, of: 'Six deviations of the gauge over the tolerance.' },
      ...(s.steps === undefined ? [] : [{ label: 'Steps it tells apart', text: String(s.steps), of: '1.41 times pieces over gauge; five or more are usual.' }]),
      ...(s.bias === undefined ? [] : [{ label: 'Off the true size', text: mm(s.bias), of: 'Mean less the size given.' }]),
      ...(s.cg === undefined
        ? []
        : [{
          label: 'Capability',
          text: `cg ${n(s.cg)}${s.cgk === undefined ? '' : `, cgk ${n(s.cgk)}`}`,
          of: '0.2 of the tolerance over six deviations; (0.1 of it less the bias) over three.',
        }]),
    ],
  };
}
