import { computed, inject, Injectable } from '@angular/core';
import { firstValueFrom, type Observable } from 'rxjs';
import type { FieldChange } from '@cuadro/core/document/changes';
import { shopWords } from '@cuadro/core/document/shop-difference';
import { SHOP_CHANGES } from '@cuadro/core/document/shop-fields';
import { shopSchema } from '@cuadro/core/document/shop-schema';
import { NO_EVIDENCE } from '@cuadro/core/records/evidence';
import type { Site } from '@cuadro/core/records/site';
import { DEFAULT_SHOP, type Shop } from '@cuadro/core/shelf/shop';
import type { ShopRecord } from '@cuadro/core/wire';
import { ApiService, RequestFault } from './api.service';
import { SHOP } from './drafts';
import { Edited, type FieldWords } from './edited';

/** The site's figures; loaded once, shared and edited by all views. */
@Injectable({ providedIn: 'root' })
export class ShopService extends Edited<Shop, ShopRecord> {
  private readonly api = inject(ApiService);
  protected readonly fields = SHOP_CHANGES;
  private loading?: Promise<void>;

  readonly loaded = computed(() => this.record() !== undefined);
  readonly shop = computed<Shop>(() => this.doc() ?? DEFAULT_SHOP);
  /** The shop with what the records say. */
  readonly site = computed<Site>(() => ({ shop: this.shop(), evidence: this.record()?.evidence ?? NO_EVIDENCE }));
  /** Tells this state of shop and records from others. */
  readonly siteKey = computed(() => this.record()?.siteKey ?? '');
  readonly currency = computed(() => this.shop().currency);

  /** Loaded before anything is shown that depends on it. @throws RequestFault */
  load(): Promise<void> {
    return (this.loading ??= this.open(SHOP).then(() => {
      if (this.record()) return;
      this.loading = undefined;
      throw new RequestFault(this.fault(), '', this.saveState() === 'offline');
    }));
  }

  /** Change the shop. @throws Error saying why it cannot be so; nothing is changed then */
  override edit(change: (shop: Shop) => Shop): void {
    if (!this.loaded()) throw new Error('The figures of the shop are still being read: nothing was changed.');
    this.check(change(this.shop()));
    super.edit(change);
  }

  /** Change it and wait until it is stored. @throws Error saying why it is not */
  async store(shop: Shop): Promise<void> {
    await this.load();
    this.edit(() => shop);
    if (!(await this.settled())) throw new Error(this.fault());
  }

  protected async fetch(): Promise<ShopRecord> {
    return firstValueFrom(this.api.shop());
  }
  protected send(_: string, changes: FieldChange[], who: string): Observable<ShopRecord> {
    return this.api.patchShop({ changes, who });
  }
  protected docOf(record: ShopRecord): Shop {
    return record.shop;
  }
  protected titleOf(): string {
    return 'the shop';
  }
  protected kept(doc: unknown): Shop {
    return doc as Shop;
  }
  protected check(shop: Shop): void {
    shopSchema.validateSync(shop, { strict: true });
  }
  protected words(before: Shop, after: Shop, path: readonly string[]): FieldWords {
    return shopWords(before, after, path);
  }
  protected changed(): void {
    // Whatever is computed with the shop follows its signals.
  }
}
