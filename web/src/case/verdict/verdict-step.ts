import { ChangeDetectionStrategy, Component, computed, effect, inject, signal, untracked } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { RouterLink } from '@angular/router';
import { MatButtonModule } from '@angular/material/button';
import { formatDate } from '@cuadro/core/quantity/date';
import { type Agreed, type Decision, routeKey } from '@cuadro/core/case/types';
import { type Difference, differences } from '@cuadro/core/document/difference';
import type { PinView } from '@cuadro/core/decide/evaluate-case';
import { mightDo, routeHolds } from '@cuadro/core/decide/summary';
import { VERDICTS } from '@cuadro/core/decide/verdict';
import { factsOf } from '@cuadro/core/plan/facts';
import { signRefusal } from '@cuadro/core/proof/rules';
import type { RecordRow } from '@cuadro/core/records/kind';
import type { CaseRow, SignatureRow } from '@cuadro/core/wire';
import { ApiService } from '../../data/api.service';
import { CaseStore } from '../../data/case-store';
import { SessionService } from '../../data/session.service';
import { SettingsService } from '../../data/settings.service';
import { ShopService } from '../../data/shop.service';
import { today } from '../../shared/today';
import { TodayBars } from './today-bars';

/** More papers than that no tool has. */
const MOST_PAPERS = 100;
const MOST_NEXT = 5;

interface ConditionLine extends Agreed {
  text: string;
  asked: boolean;
  late: boolean;
}

/** The verdict in sentences, its conditions and cautions, and the signature that freezes the figures. */
@Component({
  selector: 'cu-verdict-step',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, MatButtonModule, TodayBars],
  templateUrl: './verdict-step.html',
  styleUrl: './verdict-step.scss',
})
export class VerdictStep {
  protected readonly store = inject(CaseStore);
  private readonly api = inject(ApiService);
  protected readonly settings = inject(SettingsService);
  protected readonly session = inject(SessionService);
  protected readonly shops = inject(ShopService);

  protected readonly verdict = computed(() => this.store.view()?.verdict);
  /** Why it may not be signed here. */
  protected readonly referred = computed(() => signRefusal(this.verdict()!, factsOf(this.store.doc()!, this.shops.site()), this.papers(), today()));
  protected readonly refersAway = computed(() => this.verdict()!.kind === 'licensed');
  protected readonly kindText = computed(() => VERDICTS[this.verdict()!.kind]);
  /** Today beside the way that is taken; where it stays as it is, beside the best of the others. */
  protected readonly beside = computed(() => {
    const pins = this.store.view()?.pins ?? [];
    const today = pins.find((p) => p.letter === 'T');
    const taken = this.route();
    const others = pins.filter((p) => p !== today && routeHolds(p.option) && mightDo(p.option));
    const best = others.reduce<PinView | undefined>((b, p) => (!b || p.option.expected_cost < b.option.expected_cost ? p : b), undefined);
    const chosen = taken && taken !== today ? taken : best;
    const then = pins.find((p) => p.letter === this.verdict()?.then);
    return today && chosen && today.option.materialLabel ? { today, chosen, then } : undefined;
  });
  protected readonly route = computed(() => this.store.view()?.pins.find((p) => p.letter === this.verdict()?.letter));
  /** What is asked, with what was agreed on it; then what was agreed on things that are no longer asked. */
  protected readonly conditions = computed<ConditionLine[]>(() => {
    const agreed = this.store.doc()?.decision?.agreed ?? {};
    const asked = [...new Set(this.verdict()?.conditions ?? [])];
    const line = (text: string, isAsked: boolean): ConditionLine => {
      const { who = '', by = '', done = false } = agreed[text] ?? {};
      return { text, who, by, done, asked: isAsked, late: !done && by !== '' && by < today() };
    };
    return [...asked.map((t) => line(t, true)), ...Object.keys(agreed).filter((t) => !asked.includes(t)).map((t) => line(t, false))];
  });
  protected readonly settledOf = computed(() => {
    const asked = this.conditions().filter((c) => c.asked);
    return `${asked.filter((c) => c.done).length} of ${asked.length} done`;
  });
  protected readonly dated = computed(() => this.conditions().some((c) => c.by && !c.done));
  protected readonly overruled = computed(() => this.store.doc()?.decision?.overruled);
  /** Ways that may be taken instead. */
  protected readonly others = computed(() =>
    (this.store.view()?.pins ?? []).filter((p) => p.letter !== this.verdict()?.letter).map((p) => ({
      key: routeKey(p.option),
      label: `${p.letter}: ${[p.option.processLabel, p.option.materialLabel].filter(Boolean).join(', ')}${routeHolds(p.option) ? '' : ' (does not hold)'}`,
    }))
  );
  protected readonly deciding = signal(false);
  protected readonly overruleProblem = signal('');
  /** What a signature was put under, beside what stands there now. */
  protected readonly differs = signal<{ id: string; lines: Difference[]; notes: string[] } | undefined>(undefined);

  protected readonly signatures = signal<SignatureRow[]>([]);
  /** Candidates that do the same to the work, the one most worth an hour first: what was learned here serves them. */
  protected readonly next = signal<readonly CaseRow[]>([]);
  /** Certificates and approvals on file. */
  private readonly papers = signal<readonly RecordRow[]>([]);
  protected readonly problem = signal('');
  protected readonly busy = signal(false);
  protected readonly units = computed(() => this.settings.units());
  protected readonly caseId = computed(() => this.store.record()?.id);

  constructor() {
    effect(() => {
      const id = this.caseId();
      if (id) untracked(() => void this.load(id));
    });
  }

  private decide(change: (d: Decision) => Decision): void {
    this.store.edit((doc) => ({ ...doc, decision: change(doc.decision ?? {}) }));
  }

  protected agree(text: string, change: Partial<Agreed>): void {
    this.decide((d) => ({ ...d, agreed: { ...d.agreed, [text]: { who: '', by: '', done: false, ...d.agreed?.[text], ...change } } }));
  }

  protected forget(text: string): void {
    this.decide((d) => ({ ...d, agreed: Object.fromEntries(Object.entries(d.agreed ?? {}).filter(([t]) => t !== text)) }));
  }

  protected overrule(event: Event): void {
    event.preventDefault();
    const data = new FormData(event.target as HTMLFormElement);
    const reason = String(data.get('reason') ?? '').trim();
    if (reason.length < 10) {
      this.overruleProblem.set('Say why it is decided otherwise, in a sentence.');
      return;
    }
    this.overruleProblem.set('');
    this.deciding.set(false);
    this.decide((d) => ({ ...d, overruled: { way: String(data.get('way')), reason, who: this.settings.who(), on: today() } }));
  }

  protected byTheRules(): void {
    this.decide(({ agreed }) => ({ ...(agreed && { agreed }) }));
  }

  /** Line by line, what has changed since somebody signed. */
  protected async compare(s: SignatureRow): Promise<void> {
    try {
      const signed = await firstValueFrom(this.api.signature(this.caseId()!, s.id));
      const now = this.verdict();
      this.differs.set({
        id: s.id,
        lines: differences(signed.doc, this.store.doc()!, this.units()),
        notes: [
          ...(JSON.stringify(signed.shop) === JSON.stringify(this.shops.shop()) ? [] : ['Rates or hours of the shop are others as well.']),
          ...(now && now.headline !== signed.view.verdict.headline ? [`Signed: ${signed.view.verdict.headline}. Now: ${now.headline}.`] : []),
        ],
      });
    } catch (e) {
      this.problem.set(e instanceof Error ? e.message : String(e));
    }
  }

  protected when(s: SignatureRow): string {
    return formatDate(s.at.slice(0, 16));
  }

  protected verdictOf(s: SignatureRow): string {
    return VERDICTS[s.kind];
  }

  protected reportLink(signature?: SignatureRow): string {
    return `/api/cases/${this.caseId()}/report.pdf?units=${this.units()}${signature ? `&signature=${signature.id}` : ''}`;
  }

  protected readyText(iso: string): string {
    return formatDate(iso, false);
  }

  protected async sign(event: Event): Promise<void> {
    event.preventDefault();
    const form = event.target as HTMLFormElement;
    const data = new FormData(form);
    const who = String(data.get('who') ?? '').trim();
    if (who.length < 2) {
      this.problem.set('Give your name.');
      return;
    }
    this.busy.set(true);
    this.problem.set('');
    try {
      await this.shops.settled();
      if (!(await this.store.settled())) throw new Error('The case is not saved yet; the figures cannot be frozen. Try again when it says "saved".');
      const record = this.store.record()!;
      const signed = await firstValueFrom(
        this.api.sign(record.id, {
          revision: record.revision,
          site: this.shops.siteKey(),
          who,
          role: String(data.get('role') ?? '').trim(),
          statement: String(data.get('statement') ?? '').trim(),
        }),
      );
      this.settings.who.set(who);
      await this.load(record.id);
      this.store.record.update((r) => r && { ...r, signedRevision: signed.revision });
      (form.elements.namedItem('statement') as HTMLTextAreaElement).value = '';
    } catch (e) {
      this.problem.set(e instanceof Error ? e.message : String(e));
    } finally {
      this.busy.set(false);
    }
  }

  private async load(id: string): Promise<void> {
    try {
      this.signatures.set(await firstValueFrom(this.api.signatures(id)));
      if (this.signatures().length)
        this.next.set((await firstValueFrom(this.api.cases({ like: id, sort: 'worth', down: true, size: MOST_NEXT }))).rows);
      this.papers.set((await firstValueFrom(this.api.records('certificate', id, 0, MOST_PAPERS))).rows);
    } catch (e) {
      this.problem.set(e instanceof Error ? e.message : String(e));
    }
  }
}
