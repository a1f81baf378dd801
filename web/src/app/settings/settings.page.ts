import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatSlideToggleModule } from '@angular/material/slide-toggle';
import { RouterLink } from '@angular/router';
import type { Settings, Stance } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { HouseholdApi, Refused } from '../household/api';
import { selectMembers, selectSettings } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { HomeNetwork } from '../session/home-network';
import { peopleWords, when } from '../shared/words';
import { BringIn } from './bring-in';

/** A copy of everything, and what it was taken before. */
interface CopyTaken {
  id: string;
  takenAt: string;
  says: string;
}

/** What the server says of something that was thrown away: the copy that it took, if there was anything to lose. */
interface Thrown {
  copy?: unknown;
}
const keptWords = (copy: unknown): string => (copy ? 'A copy of what was here is under “Bring back”.' : '');

/** The household once: measures, look, stances, numbers for an emergency, and its data in and out. */
@Component({
  selector: 'dt-settings',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [BringIn, HomeNetwork, MatSlideToggleModule, RouterLink],
  templateUrl: './settings.page.html',
  styleUrl: './settings.page.scss',
})
export class SettingsPage {
  private readonly store = inject(Store);
  private readonly api = inject(HouseholdApi);
  private readonly knowledge = inject(Knowledge);
  protected readonly settings = this.store.selectSignal(selectSettings);
  private readonly members = this.store.selectSignal(selectMembers);
  protected readonly systems = [
    ['metric', 'metric'],
    ['us', 'US cups'],
    ['uk', 'UK'],
  ] as const;
  protected readonly themes = [
    ['system', 'as the system'],
    ['light', 'light'],
    ['dark', 'dark'],
  ] as const;
  protected readonly said = signal<string | null>(null);
  protected readonly asking = signal<'reset' | 'empty' | null>(null);
  protected readonly copies = signal<readonly CopyTaken[]>([]);
  protected readonly backing = signal<string | null>(null);

  constructor() {
    void this.knowledge.load();
    void this.readCopies();
  }
  protected taken = (at: string): string => when(at, this.settings()?.timeZone, this.settings()?.locale);
  private async readCopies(): Promise<void> {
    try {
      this.copies.set((await this.api.call<{ items: CopyTaken[] }>('GET', '/copies')).items);
    } catch {
      this.copies.set([]);
    }
  }
  protected async bringBack(copy: CopyTaken): Promise<void> {
    this.backing.set(null);
    try {
      await this.api.call('POST', `/copies/${copy.id}/restore`, { confirm: 'restore' });
      this.said.set(`The household is as it was on ${this.taken(copy.takenAt)}.`);
    } catch (x) {
      this.said.set(x instanceof Refused ? x.detail : 'That did not work.');
    }
    await this.readCopies();
  }
  protected readonly stances = computed(() => [...(this.knowledge.catalogue()?.stances.values() ?? [])]);
  protected readonly people = computed(() => peopleWords(this.members()) || 'nobody noted yet');
  /** USGS classes of hardness, mg/L CaCO3. */
  protected readonly hardness = computed(() => {
    const h = this.settings()?.waterHardness_mgL ?? 0;
    return h <= 60 ? 'soft' : h <= 120 ? 'moderately hard' : h <= 180 ? 'hard' : 'very hard: scale comes back fast';
  });
  protected chosen = (s: Settings, id: string, otherwise: string): string => s.stances[id] || otherwise;
  protected value = (e: Event): string => (e.target as HTMLInputElement).value.trim();
  protected async save(change: Partial<Settings>): Promise<void> {
    try {
      await this.api.replace('settings', { ...this.settings()!, ...change });
      this.said.set('Saved.');
    } catch (e) {
      this.said.set(e instanceof Refused ? e.detail : 'That did not work.');
    }
  }
  protected number(key: 'waterHardness_mgL', e: Event): void {
    const n = Number(this.value(e).replace(',', '.'));
    if (Number.isFinite(n) && n >= 0 && n <= 1000) void this.save({ [key]: n });
    else this.said.set('Hardness is a number from 0 to 1000 mg/L.');
  }
  protected schoolOf(q: Stance, id: string): string {
    const c = q.choices.find((x) => x.id === id);
    return c?.school ? c.school.charAt(0).toUpperCase() + c.school.slice(1) : (c?.name ?? '');
  }
  protected stance(question: string, choice: string): void {
    void this.save({ stances: { ...this.settings()!.stances, [question]: choice } });
  }
  protected async broughtIn(copy: unknown): Promise<void> {
    this.said.set(`Brought in. ${keptWords(copy)}`.trim());
    await this.readCopies();
  }
  protected async really(what: 'reset' | 'empty', keep = true): Promise<void> {
    this.asking.set(null);
    try {
      const { copy } =
        what === 'reset'
          ? await this.api.call<Thrown>('POST', '/demo/reset', { confirm: 'reset' })
          : await this.api.call<Thrown>('POST', '/household/empty', { confirm: 'empty', keep });
      // the page's own copy, for when the server is away, goes too
      if (!keep && typeof caches !== 'undefined') await caches.delete('household-copy');
      this.said.set(
        what === 'reset'
          ? `Heron Lock is back. ${keptWords(copy)}`.trim()
          : keep
            ? `The household is empty. ${keptWords(copy)}`.trim()
            : 'The household is empty, and nothing is left of it.',
      );
    } catch (x) {
      this.said.set(x instanceof Refused ? x.detail : 'That did not work.');
    }
    await this.readCopies();
  }
}
