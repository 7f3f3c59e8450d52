import { computed, inject, Injectable, signal } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { CASE_CHANGES } from '@cuadro/core/document/case-fields';
import { RECORD_CHANGES } from '@cuadro/core/document/record-fields';
import { SHOP_CHANGES } from '@cuadro/core/document/shop-fields';
import type { CaseRecord, Patch } from '@cuadro/core/wire';
import { ApiService, RequestFault } from './api.service';
import { type Draft, DRAFTS, type NewCandidate, newOf, recordOf, SHOP, together } from './drafts';
import { SessionService } from './session.service';
import { SettingsService } from './settings.service';
import { alone, inTurn, otherTabs, THIS_TAB } from './tabs';

const AGAIN_MS = 4000;

/**
 * Sends edits that are waiting, from whatever page is open, as soon as the server answers: those of cases that were left, and of tabs
 * that were closed. One after the other, and by one tab at a time. What an open case waits for, it sends by itself.
 */
@Injectable({ providedIn: 'root' })
export class OutboxService {
  private readonly api = inject(ApiService);
  private readonly drafts = inject(DRAFTS);
  private readonly settings = inject(SettingsService);
  private readonly session = inject(SessionService);
  private readonly found = signal<readonly Draft[]>([]);
  private readonly open = new Set<string>();
  private timer?: ReturnType<typeof setTimeout>;

  /** Counts what was new and has arrived: lists look again. */
  readonly arrived = signal(0);
  /** Edits that wait for the server. */
  readonly waiting = computed(() => this.found().filter((d) => !d.refused));
  /** Edits that it did not take. */
  readonly refused = computed(() => this.found().filter((d) => d.refused));

  start(): void {
    addEventListener('online', () => void this.round());
    void this.round();
  }

  /**
   * A page shows this case, or the shop, and sends its edits by itself from now on.
   * Asked before what is stored is fetched: what was being sent meanwhile has arrived by then.
   * @returns the edits that were left for it, of this and of closed tabs, as one of this tab
   */
  async take(of: string): Promise<Draft | undefined> {
    this.open.add(of);
    await this.session.ready;
    let mine: Draft | undefined;
    await inTurn('outbox', async () => {
      const left = (await this.ownerless()).filter((d) => d.of === of);
      if (!left.length) return;
      mine = { ...left[left.length - 1], tab: THIS_TAB, changes: together(left), left: undefined, refused: undefined };
      if (await this.drafts.keep(mine)) { for (const d of left) if (d.tab !== THIS_TAB) await this.drafts.drop(of, d.tab); }
    });
    return mine;
  }

  /** The page of a case is left. */
  leave(of: string): void {
    this.open.delete(of);
    this.later();
  }

  /** Keep it here until the server answers. @returns whether this browser keeps it */
  async queue(draft: Draft): Promise<boolean> {
    const kept = await this.drafts.keep(draft);
    await this.look();
    this.later();
    return kept;
  }

  /** Make a candidate, then put its pictures to it; what was done before is not done twice. */
  async make({ of, doc, who }: Draft): Promise<CaseRecord> {
    const { doc: made, pictures } = doc as NewCandidate;
    const by = who || this.settings.who() || 'local user';
    const record = await firstValueFrom(this.api.create(made, by, newOf(of)));
    for (const { id, name, bytes } of pictures) {
      const picture = await firstValueFrom(this.api.addFile(new Uint8Array(await bytes.arrayBuffer()), name));
      await firstValueFrom(this.api.addRecord('note', record.id, { text: 'Seen on the walk', picture }, by, id));
    }
    return record;
  }

  /** Throw edits away that the server does not take. */
  async discard(draft: Draft): Promise<void> {
    await this.drafts.drop(draft.of, draft.tab);
    await this.look();
  }

  /** Where edits that were refused can be looked at. */
  pageOf = (draft: Draft): string[] => (draft.of === SHOP ? ['/shop'] : newOf(draft.of) ? ['/walk'] : recordOf(draft.of) ? ['/payback'] : ['/case', draft.of]);

  /** On a browser that several people sign in on, each sends their own. */
  private isOurs({ who }: Draft): boolean {
    return !this.session.accounts() || who === this.session.me()?.name;
  }

  /** Edits that no other tab is going to send. */
  private async ownerless(): Promise<Draft[]> {
    const alive = await otherTabs();
    return (await this.drafts.all()).filter((d) => (d.left || !alive.has(d.tab)) && this.isOurs(d));
  }

  private later(): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.round(), AGAIN_MS);
  }

  /** What is nobody's to send but ours. */
  private async look(): Promise<readonly Draft[]> {
    await this.session.ready;
    const mine = (await this.ownerless()).filter((d) => !this.open.has(d.of));
    this.found.set(mine);
    return mine;
  }

  private async round(): Promise<void> {
    await alone('outbox', async () => {
      for (const draft of await this.look()) {
        // One whose page was opened meanwhile is sent by that page.
        if (draft.refused || this.open.has(draft.of)) continue;
        if (!(await this.send(draft))) break;
      }
    });
    if ((await this.look()).some((d) => !d.refused)) this.later();
  }

  /** @returns false when the server does not answer */
  private async send(draft: Draft): Promise<boolean> {
    try {
      if (newOf(draft.of)) {
        await this.make(draft);
        await this.drafts.drop(draft.of, draft.tab);
        this.arrived.update((n) => n + 1);
        return true;
      }
      const record = recordOf(draft.of);
      const fields = draft.of === SHOP ? SHOP_CHANGES : record ? RECORD_CHANGES : CASE_CHANGES;
      const patch: Patch = { changes: fields.toSend(draft.changes), who: this.settings.who() || 'local user' };
      await firstValueFrom<unknown>(
        draft.of === SHOP ? this.api.patchShop(patch) : record ? this.api.patchRecord(record.kind, record.id, patch) : this.api.patch(draft.of, patch),
      );
      await this.drafts.drop(draft.of, draft.tab);
    } catch (e) {
      if (!(e instanceof RequestFault)) throw e;
      if (e.offline || e.code === 'SIGN_IN_NEEDED') return false;
      // A clash is settled where both values can be seen: on its page.
      await this.drafts.keep({ ...draft, refused: e.current ? 'Somebody else changed the same fields: open it and choose.' : e.message });
    }
    return true;
  }
}
