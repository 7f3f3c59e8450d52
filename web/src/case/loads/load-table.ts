import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { byHand, handDims, holdRows, loadRows, newRowId } from '@cuadro/core/case/load-table';
import type { CaseDoc, ShapeRef } from '@cuadro/core/case/types';
import type { Drawing } from '@cuadro/core/plan/drawing';
import type { InputSpec, Place, Values } from '@cuadro/core/inputs/spec';
import { inputText } from '@cuadro/core/inputs/text';
import { familyOf } from '@cuadro/core/need/families';
import { HOLD_INPUTS, HOLD_KINDS, type HoldKind, isForceKind, kindOf, LOAD_INPUTS, loadName, MAX_ROWS, USUAL_LOADS } from '@cuadro/core/need/loads';
import { handFormula } from '@cuadro/core/mechanics/by-hand';
import { handPicture } from '@cuadro/core/plan/hand-pictures';
import { sizeText } from '@cuadro/core/need/load-words';
import { CaseStore } from '../../data/case-store';
import { SettingsService } from '../../data/settings.service';
import { uuid } from '../../data/uuid';
import { DrawingView } from '../../shared/drawing-view';
import { InputForm } from '../../shared/inputs/input-form';

/** Which table a row is in. */
export type Kind = 'loads' | 'holds';
export interface Asking {
  kind: Kind;
  id: string;
}

/** What loads the tool and what holds it, row by row: the same table on Need and on Shape. */
@Component({
  selector: 'cu-load-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DrawingView, InputForm],
  styles: `
    h3 { font: 600 14px var(--label); margin: 12px 0 2px; }
    li { border-top: 1px solid var(--rule); padding: 3px 0; } ul { list-style: none; margin: 0; padding: 0; }
    .line { display: flex; gap: 8px; align-items: baseline; flex-wrap: wrap; font-size: 13.5px; } .line > b { min-width: 26px; }
    .line > .says { flex: 1; min-width: 160px; } .edit { padding: 2px 0 8px 26px; }
    .place { display: flex; gap: 8px; align-items: center; flex-wrap: wrap; font-size: 13.5px; padding: 2px 0; }
    .adds { display: flex; gap: 10px; flex-wrap: wrap; padding: 4px 0; }
    cu-drawing.by-hand { max-width: 320px; padding-top: 4px; }
    select.field { width: auto; max-width: 100%; } .warn { color: var(--ochre); }
  `,
  template: `
    @for (t of tables(); track t.kind) {
      <h3 [id]="'table-' + t.kind">{{ t.title }}</h3>
      <ul [attr.aria-labelledby]="'table-' + t.kind">
        @for (r of t.rows; track r.id) {
          <li>
            <div class="line"><b>{{ r.letter }}</b><span class="says">{{ r.text }}@if (r.open) { <span class="warn"> · {{ r.open }}</span> }</span>
              <button type="button" class="link" [attr.aria-expanded]="editing() === r.id" [attr.aria-label]="'Change ' + r.letter + ', ' + r.name" (click)="editing.set(editing() === r.id ? '' : r.id)">{{ editing() === r.id ? 'done' : 'change' }}</button>
              <button type="button" class="link" [attr.aria-label]="'Take ' + r.letter + ' away'" (click)="remove(t.kind, r.id)">take away</button></div>
            @if (editing() === r.id) {
              <div class="edit">
                @if (onDrawing() && r.placed) {
                  <div class="place"><span>{{ r.place }}</span>
                    <button type="button" class="framed" [attr.aria-pressed]="asking()?.id === r.id" (click)="askedFor.emit(asking()?.id === r.id ? undefined : { kind: t.kind, id: r.id })">{{ asking()?.id === r.id ? 'Click the face' : 'Pick on the drawing' }}</button>
                    @if (marked().length) { <select class="field" [attr.aria-label]="'Marked face of ' + r.letter" (change)="chooseMark(t.kind, r.id, $any($event.target))"><option value="">or a marked face</option>@for (m of marked(); track $index; let i = $index) { <option [value]="i">{{ m.label }}</option> }</select> }
                    @if (faces().length) { <select class="field" [attr.aria-label]="'Face of ' + r.letter + ', from the largest'" (change)="chooseFace(t.kind, r.id, $any($event.target))"><option value="">or one of the largest</option>@for (f of faces(); track $index; let i = $index) { <option [value]="i">{{ f.label }}</option> }</select> }
                  </div>
                }
                <cu-inputs [specs]="onDrawing() ? t.bare : t.specs" [narrow]="true" [values]="r.values" (changed)="put(t.kind, r.id, $event)" />
                @if (r.picture; as p) { <cu-drawing class="by-hand" [drawing]="p" /> }
              </div>
            }
          </li>
        } @empty { <li class="quiet">{{ t.empty }}</li> }
      </ul>
      <div class="adds">
        @if (t.rows.length < most) { <button type="button" class="framed" (click)="add(t.kind, {})">{{ t.add }}</button> }
        @for (u of t.usual; track loadName(u)) { <button type="button" class="link" (click)="add(t.kind, u)">{{ loadName(u) }}, as usual</button> }
      </div>
    }
  `,
})
export class LoadTable {
  private readonly store = inject(CaseStore);
  private readonly settings = inject(SettingsService);

  /** The part is drawn beside it: places are picked there. */
  readonly onDrawing = input(false);
  readonly ref = input<ShapeRef>();
  readonly faces = input<readonly { label: string; place: Place }[]>([]);
  readonly marked = input<readonly { label: string; place: Place }[]>([]);
  /** The row whose place is picked next. */
  readonly asking = input<Asking>();
  readonly askedFor = output<Asking | undefined>();

  protected readonly most = MAX_ROWS;
  protected readonly loadName = loadName;
  protected readonly editing = signal('');

  protected readonly tables = computed(() => {
    const doc = this.store.doc()!;
    const units = this.settings.units();
    const place = (row: Values): string => {
      const at = row['at'] as Place | undefined;
      return at ? inputText(HOLD_INPUTS.find((s) => s.id === 'at')!, at, units) : 'no place yet';
    };
    const line = (letter: string, id: string, values: Values, name: string, says: string, placed: boolean, needed: string) => ({
      id,
      letter,
      values,
      name,
      placed,
      place: place(values),
      text: says + (values['at'] ? `, ${place(values)}` : ''),
      open: placed && !values['at'] ? needed : '',
      picture: pictureOf(values),
    });
    const loads = loadRows(doc);
    const known = new Set(loads.map(([, row]) => loadName(row)));
    return [
      {
        kind: 'loads' as const,
        title: 'What loads it',
        add: loads.length ? 'Another load' : 'Add a load',
        empty: 'No rows yet: the largest load alone counts.',
        specs: LOAD_INPUTS,
        bare: withoutPlace(LOAD_INPUTS),
        usual: (USUAL_LOADS[familyOf(doc.family).duty] ?? []).filter((u) => !known.has(loadName(u))),
        rows: loads.map(([id, row], i) => {
          const kind = kindOf(row);
          const placed = kind !== 'own' && kind !== 'warming';
          const says = `${loadName(row)}, ${sizeText(row, units)}${row['lasting'] ? ', for hours' : ''}`;
          return line(`L${i + 1}`, id, row, loadName(row), says, placed, unplacedWords(row));
        }),
      },
      {
        kind: 'holds' as const,
        title: 'What holds it',
        add: 'Add a hold',
        empty: 'Nothing yet. Loads are solved on the part once a load and a hold have their faces.',
        specs: HOLD_INPUTS,
        bare: withoutPlace(HOLD_INPUTS),
        usual: [] as Values[],
        rows: holdRows(doc).map(([id, row], i) => {
          const says = HOLD_KINDS[(row['kind'] as HoldKind | undefined) ?? 'fixed'];
          return line(`H${i + 1}`, id, row, says, says, true, 'say where');
        }),
      },
    ];
  });

  /** The place that was asked for. */
  place(at: Asking, place: Place): void {
    this.store.edit((doc) => ({ ...doc, [at.kind]: { ...doc[at.kind], [at.id]: { ...doc[at.kind]?.[at.id], at: place } } }));
  }

  protected put(kind: Kind, id: string, values: Values): void {
    this.store.edit((doc) => ({ ...doc, [kind]: { ...doc[kind], [id]: values } }));
  }

  protected add(kind: Kind, values: Values): void {
    const id = newRowId(Date.now(), uuid());
    this.editing.set(id);
    this.store.edit((
      doc,
    ) => (kind === 'loads' && !Object.keys(doc.loads ?? {}).length ? withFirstLoad(doc, id, values) : { ...doc, [kind]: { ...doc[kind], [id]: values } }));
  }

  protected remove(kind: Kind, id: string): void {
    this.store.edit((doc) => {
      const rows = Object.fromEntries(Object.entries(doc[kind] ?? {}).filter(([k]) => k !== id));
      const next = { ...doc, [kind]: rows };
      if (!Object.keys(rows).length) delete next[kind];
      return next;
    });
  }

  protected chooseMark(kind: Kind, id: string, select: HTMLSelectElement): void {
    this.choose(this.marked(), kind, id, select);
  }

  protected chooseFace(kind: Kind, id: string, select: HTMLSelectElement): void {
    this.choose(this.faces(), kind, id, select);
  }

  private choose(of: readonly { place: Place }[], kind: Kind, id: string, select: HTMLSelectElement): void {
    const chosen = select.value === '' ? undefined : of[Number(select.value)];
    if (chosen) this.place({ kind, id }, chosen.place);
    select.value = '';
  }
}

/** What the hand formula of a row takes the tool for. */
function pictureOf(row: Values): Drawing | undefined {
  const formula = isForceKind(kindOf(row)) ? handFormula(row['hand']) : undefined;
  return formula && handPicture(formula, handDims(row));
}

/** How a row without a place is judged. */
function unplacedWords(row: Values): string {
  if (!isForceKind(kindOf(row))) return 'no place: not judged yet';
  return byHand(row) ? 'no place: judged by the formula chosen' : 'no place: judged as this kind of tool usually is loaded';
}

const withoutPlace = (specs: readonly InputSpec[]): InputSpec[] => specs.filter((s) => s.kind !== 'place');

/** The largest load typed so far becomes the first row, and the one that was asked for follows where it says more. */
function withFirstLoad(doc: CaseDoc, id: string, values: Values): CaseDoc {
  const { load, lasting, ...need } = doc.need;
  if (!load) return { ...doc, loads: { [id]: values } };
  const x = load.value;
  const first: Values = { name: 'Largest load', force: { low: x, likely: x, high: x }, ...(lasting?.value && { lasting: true }) };
  return { ...doc, need, loads: Object.keys(values).length ? { [newRowId(0, uuid())]: first, [id]: values } : { [id]: first } };
}
