import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatSlideToggleModule } from '@angular/material/slide-toggle';
import { RouterLink } from '@angular/router';
import type { Settings, Stance } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { HouseholdApi, Refused } from '../household/api';
import { selectMembers, selectSettings } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { peopleWords, when } from '../shared/words';

interface Preview {
  adds: Record<string, number>;
  changes: Record<string, number>;
  same: Record<string, number>;
  problems: { path: string; message: string }[];
}

/** A copy of everything, and what it was taken before. */
interface CopyTaken {
  id: string;
  takenAt: string;
  says: string;
}

/** The household once: measures, look, stances, numbers for an emergency, and its data in and out. */
@Component({
  selector: 'dt-settings',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatSlideToggleModule, RouterLink],
  template: `
    <div class="page">
      <div class="page-head"><h1>Settings</h1>@if (said(); as t) { <p class="small" role="status"><b>{{ t }}</b></p> }</div>
      @if (settings(); as s) {
        <div class="grid">
          <section class="plate"><h2>The house</h2>
            <div class="field"><label for="house-name">Name</label><input id="house-name" [value]="s.name" maxlength="80" (change)="save({ name: value($event) })" /></div>
            <div class="field"><label for="hardness">Water hardness, mg/L as CaCO₃</label><input id="hardness" inputmode="numeric" [value]="s.waterHardness_mgL" (change)="number('waterHardness_mgL', $event)" /><span class="small quiet">{{ hardness() }}</span></div>
            <mat-slide-toggle [checked]="s.septic" (change)="save({ septic: $event.checked })">Septic tank</mat-slide-toggle>
            <p class="small quiet">Who lives here: {{ people() }}.</p>
            <p class="small">What the catalogue does not know: <a routerLink="/own">own materials, marks, tools and products</a>.</p>
          </section>
          <section class="plate"><h2>Measures and look</h2>
            <fieldset><legend>Measures</legend><div class="chips">@for (m of systems; track m[0]) { <button class="chip" type="button" [attr.aria-pressed]="s.measureSystem === m[0]" (click)="save({ measureSystem: m[0] })">{{ m[1] }}</button> }</div></fieldset>
            <fieldset><legend>Light</legend><div class="chips">@for (m of themes; track m[0]) { <button class="chip" type="button" [attr.aria-pressed]="s.theme === m[0]" (click)="save({ theme: m[0] })">{{ m[1] }}</button> }</div></fieldset>
            <fieldset><legend>Own spoons and caps</legend><ul class="plain">@for (m of s.measures; track m.id) { <li>{{ m.name }}: {{ m.volume_mL }} mL</li> } @empty { <li class="quiet">none weighed yet</li> }</ul></fieldset>
          </section>
          <section class="plate"><h2>Where people disagree</h2>
            @for (q of stances(); track q.id) { <fieldset><legend>{{ q.question }}</legend><div class="chips">@for (c of q.choices; track c.id) { <button class="chip" type="button" [title]="c.school" [attr.aria-pressed]="(chosen(s, q.id, q.default)) === c.id" (click)="stance(q.id, c.id)">{{ c.name }}</button> }</div><p class="small quiet">{{ schoolOf(q, chosen(s, q.id, q.default)) }}. {{ q.because }}</p></fieldset> }
          </section>
          <section class="plate"><h2>If something goes wrong</h2>
            <div class="field"><label for="emergency">Emergency number</label><input id="emergency" inputmode="tel" [value]="s.emergency.number" maxlength="40" (change)="save({ emergency: { number: value($event), poisonCentre: s.emergency.poisonCentre } })" /></div>
            <div class="field"><label for="poison">Poison centre</label><input id="poison" inputmode="tel" [value]="s.emergency.poisonCentre" maxlength="40" (change)="save({ emergency: { number: s.emergency.number, poisonCentre: value($event) } })" /></div>
            <p class="small quiet">Shown on the card that opens from every dangerous verdict. Write the numbers of where you live.</p>
          </section>
          <section class="plate"><h2>Your data</h2>
            <p class="small">Everything stays on this machine.</p>
            <div class="row"><a class="btn" href="/api/export" download>Export (JSON)</a><a class="btn" href="/api/backup" download>Back up (SQLite)</a></div>
            <div class="field"><label for="import">Bring in an export</label><input id="import" type="file" accept="application/json,.json" (change)="choose($event)" /></div>
            @if (preview(); as p) { <div class="tray" [class.copper]="p.problems.length"><p class="small"><b>It would add</b> {{ tally(p.adds) }}; <b>change</b> {{ tally(p.changes) }}; leave {{ tally(p.same) }} as it is.</p>@for (x of p.problems.slice(0, 8); track x.path) { <p class="small warn">{{ x.path }}: {{ x.message }}</p> }@if (!p.problems.length) { <button class="btn strong" type="button" (click)="take()">Bring it in</button> }</div> }
          </section>
          @if (copies().length) { <section class="plate"><h2>Bring back</h2>
            <p class="small">Copies of everything, taken before something was thrown away.</p>
            <ul class="plain copies">@for (c of copies(); track c.id) { <li class="row"><span><b>{{ taken(c.takenAt) }}</b><span class="small quiet"> {{ c.says }}</span></span>@if (backing() !== c.id) {<button class="chip" type="button" [attr.aria-label]="'bring back the copy of ' + taken(c.takenAt)" (click)="backing.set(c.id)">bring back</button>} @else {<span class="row" role="alert"><span class="small">What is here now is copied first.</span><button class="btn strong" type="button" (click)="bringBack(c)">Yes, bring it back</button><button class="btn" type="button" (click)="backing.set(null)">Leave it</button></span>}</li> }</ul>
          </section> }
          <section class="plate copper"><h2>Start over</h2>
            <p class="small">Putting the demo household back, or emptying, throws away what is in here now. A copy is taken first, unless you want nothing to be left.</p>
            @if (asking() === 'reset') { <div class="tray copper" role="alert"><p><b>Throw this household away and put Heron Lock back?</b></p><div class="row"><button class="btn danger" type="button" (click)="really('reset')">Yes, throw it away</button><button class="btn" type="button" (click)="asking.set(null)">Keep it</button></div></div> }
            @else if (asking() === 'empty') { <div class="tray copper" role="alert"><p><b>Throw this household away and start with nothing?</b></p><p class="small">A copy can stay on this machine for 30 days. Or nothing stays: no copy, no old backup of Dolly Tub’s own, nothing in this browser.</p><div class="row"><button class="btn danger" type="button" (click)="really('empty', true)">Empty it, keep a copy for 30 days</button><button class="btn danger" type="button" (click)="really('empty', false)">Empty it, leave nothing</button><button class="btn" type="button" (click)="asking.set(null)">Keep it</button></div></div> }
            @else { <div class="row"><button class="btn" type="button" (click)="asking.set('reset')">Put the demo back</button><button class="btn" type="button" (click)="asking.set('empty')">Empty the household</button></div> }
          </section>
        </div>
      } @else { <p class="quiet" role="status">Reading the settings …</p> }
    </div>
  `,
  styles: `.grid{columns:360px 3;column-gap:18px} section{display:grid!important;gap:12px;break-inside:avoid;margin-bottom:18px} fieldset{border:0;padding:0;margin:0;min-width:0} legend{font-weight:600;padding:0;margin-bottom:6px} fieldset p{margin:6px 0 0} .plain{list-style:none} .copies li{justify-content:space-between} input[type=file]{padding:9px 12px} `,
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
  protected readonly preview = signal<Preview | null>(null);
  private document: unknown = null;
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
  protected tally = (t: Record<string, number>): string =>
    Object.entries(t)
      .map(([k, n]) => `${n} ${k}`)
      .join(', ') || 'nothing';
  protected async choose(e: Event): Promise<void> {
    const file = (e.target as HTMLInputElement).files?.[0];
    this.preview.set(null);
    if (!file) return;
    try {
      this.document = JSON.parse(await file.text());
      this.preview.set(await this.api.call<Preview>('POST', '/import?preview=1', this.document));
    } catch (x) {
      this.said.set(x instanceof Refused ? x.detail : 'That file is no JSON export.');
    }
  }
  protected async take(): Promise<void> {
    try {
      await this.api.call('POST', '/import', this.document);
      this.preview.set(null);
      this.said.set('Brought in. A copy of what was here before is under “Bring back”.');
      await this.readCopies();
    } catch (x) {
      this.said.set(x instanceof Refused ? x.detail : 'That did not work.');
    }
  }
  protected async really(what: 'reset' | 'empty', keep = true): Promise<void> {
    this.asking.set(null);
    try {
      if (what === 'reset') await this.api.call('POST', '/demo/reset', { confirm: 'reset' });
      else await this.api.call('POST', '/household/empty', { confirm: 'empty', keep });
      // the page's own copy, for when the server is away, goes too
      if (!keep && typeof caches !== 'undefined') await caches.delete('household-copy');
      this.said.set(
        what === 'reset'
          ? 'Heron Lock is back. A copy of what was here is under “Bring back”.'
          : keep
            ? 'The household is empty. A copy of what was here is under “Bring back”, for 30 days.'
            : 'The household is empty, and nothing is left of it.',
      );
    } catch (x) {
      this.said.set(x instanceof Refused ? x.detail : 'That did not work.');
    }
    await this.readCopies();
  }
}
