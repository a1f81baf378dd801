import { FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInputModule } from '@angular/material/input';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatTooltip } from '@angular/material/tooltip';
import { MatButton } from '@angular/material/button';
import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { MatSlideToggleModule } from '@angular/material/slide-toggle';
import { RouterLink } from '@angular/router';
import type { Settings, Stance } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { HouseholdApi, Refused } from '../household/api';
import { deedsFrom } from '../household/deeds';
import { selectSettings } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { HomeNetwork } from '../session/home-network';
import { Hardness } from '../shared/hardness';
import { said, typed } from '../shared/valid';
import { capital, when } from '../shared/words';
import { BringIn } from './bring-in';
import { People } from './people';
import { Spoons } from './spoons';
import { InTurn } from '../shared/in-turn';

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
  imports: [
    InTurn,
    Hardness,
    MatIcon,
    MatFormFieldModule,
    MatInputModule,
    ReactiveFormsModule,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatTooltip,
    MatButton,
    BringIn,
    HomeNetwork,
    MatSlideToggleModule,
    People,
    RouterLink,
    Spoons,
  ],
  templateUrl: './settings.page.html',
  styleUrl: './settings.page.scss',
})
export class SettingsPage {
  private readonly store = inject(Store);
  private readonly api = inject(HouseholdApi);
  protected readonly saving = deedsFrom('settings');
  private readonly knowledge = inject(Knowledge);
  protected readonly settings = this.store.selectSignal(selectSettings);
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

  protected readonly form = new FormGroup({
    name: typed(said),
    number: typed(),
    poisonCentre: typed(),
  });

  constructor() {
    void this.knowledge.load();
    void this.readCopies();
    effect(() => {
      const s = this.settings();
      if (!s) return;
      const is = {
        name: s.name,
        number: s.emergency.number,
        poisonCentre: s.emergency.poisonCentre,
      };
      // what is being typed stays
      for (const [key, value] of Object.entries(is)) {
        const field = this.form.controls[key as keyof typeof is];
        if (!field.dirty) field.setValue(value);
      }
    });
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
  protected chosen = (s: Settings, id: string, otherwise: string): string => s.stances[id] || otherwise;
  protected save(fields: Partial<Settings>): void {
    this.saving.ask({ does: 'change', on: 'settings', id: this.settings()!.id, fields }, 'Saved.');
  }
  /** A field that was left or entered is kept, if it can be. */
  protected keep(key: keyof typeof this.form.controls): void {
    const field = this.form.controls[key];
    field.markAsTouched();
    if (field.invalid) return;
    const { name, number, poisonCentre } = this.form.getRawValue();
    field.markAsPristine();
    this.save(
      key === 'name'
        ? { name: name.trim() }
        : { emergency: { number: number.trim(), poisonCentre: poisonCentre.trim() } },
    );
  }
  protected schoolOf(q: Stance, id: string): string {
    const c = q.choices.find((x) => x.id === id);
    return c?.school ? capital(c.school) : (c?.name ?? '');
  }
  protected stance(question: string, choice: string): void {
    this.save({ stances: { ...this.settings()!.stances, [question]: choice } });
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
