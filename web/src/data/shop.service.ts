import { computed, inject, Injectable, signal } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { DEFAULT_SHOP, type Shop } from '@cuadro/core/shelf/shop';
import type { ShopRecord } from '@cuadro/core/wire';
import { NO_EVIDENCE } from '@cuadro/core/records/evidence';
import type { Site } from '@cuadro/core/records/site';
import { ApiService } from './api.service';
import { SettingsService } from './settings.service';

/** The site's figures; loaded once, shared by all views. */
@Injectable({ providedIn: 'root' })
export class ShopService {
  private readonly api = inject(ApiService);
  private readonly settings = inject(SettingsService);
  private readonly record = signal<ShopRecord | undefined>(undefined);
  private loading?: Promise<void>;

  readonly loaded = computed(() => this.record() !== undefined);
  readonly shop = computed<Shop>(() => this.record()?.shop ?? DEFAULT_SHOP);
  /** The shop with what the records say. */
  readonly site = computed<Site>(() => ({ shop: this.shop(), evidence: this.record()?.evidence ?? NO_EVIDENCE }));
  /** Tells this state of shop and records from others. */
  readonly siteKey = computed(() => this.record()?.siteKey ?? '');
  readonly currency = computed(() => this.shop().currency);

  load(): Promise<void> {
    return (this.loading ??= firstValueFrom(this.api.shop()).then(
      (r) => this.record.set(r),
      (e: unknown) => {
        this.loading = undefined;
        throw e;
      },
    ));
  }

  /** Load again, after somebody else's change. */
  reload(): Promise<void> {
    this.loading = undefined;
    return this.load();
  }

  async save(shop: Shop): Promise<void> {
    await this.load();
    this.record.set(await firstValueFrom(this.api.saveShop(shop, this.record()!.revision, this.settings.who() || 'local user')));
  }
}
