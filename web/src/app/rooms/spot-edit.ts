import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  signal,
  untracked,
} from '@angular/core';
import { type Spot, withFinish } from '@dolly-tub/core';
import { HouseholdApi, Refused } from '../household/api';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser, type Choice } from '../shared/chooser';
import { SEVERITY } from '../shared/words';

interface Draft {
  name: string;
  face: string;
  interval: string;
  area: string;
  soils: Spot['soils'];
}
const draftOf = (s: Spot): Draft => ({
  name: s.name,
  face: s.finish ? `${s.material}/${s.finish}` : s.material,
  interval: s.interval_days ? String(s.interval_days) : '',
  area: String(s.area_m2),
  soils: s.soils.map((x) => ({ ...x })),
});

/**
 * Change a spot. When somebody else saved first, the newer record stands beside the form and what was
 * typed stays in the fields.
 */
@Component({
  selector: 'dt-spot-edit',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Chooser],
  template: `
    <form class="plate" (submit)="save($event)" aria-labelledby="edit-title">
      <h2 id="edit-title">Change {{ spot().name }}</h2>
      @if (newer(); as n) {
        <div class="tray copper" role="alert">
          <h3>Somebody changed it while you typed</h3>
          <p>Saved elsewhere: <b>{{ n.name }}</b>, every {{ n.interval_days ?? '–' }} days, {{ soilWords(n) }}. What you typed is still below.</p>
          <div class="row"><button class="btn" type="button" (click)="takeTheirs(n)">Take theirs</button><button class="btn" type="button" (click)="keepMine(n)">Keep mine and save</button></div>
        </div>
      }
      <div class="field"><label for="spot-edit-name">Name</label><input id="spot-edit-name" name="name" [value]="draft().name" (input)="set('name', $event)" maxlength="80" required />@if (wrong()['/name']; as w) { <span class="wrong">{{ w }}</span> }</div>
      <div class="field"><span class="label">Made of</span><span><dt-chooser label="Made of" look="chip" [choices]="faces()" [value]="draft().face" (chosen)="patch({ face: $event })" /></span></div>
      <div class="pair">
        <div class="field"><label for="spot-edit-area">Size, m²</label><input id="spot-edit-area" inputmode="decimal" [value]="draft().area" (input)="set('area', $event)" />@if (wrong()['/area_m2']; as w) { <span class="wrong">{{ w }}</span> }</div>
        <div class="field"><label for="spot-edit-days">Every so many days</label><input id="spot-edit-days" inputmode="decimal" [value]="draft().interval" (input)="set('interval', $event)" />@if (wrong()['/interval_days']; as w) { <span class="wrong">{{ w }}</span> }</div>
      </div>
      <div class="field">
        <span class="label">On it</span>
        @for (s of draft().soils; track s.soil; let i = $index) {
          <span class="row"><b>{{ soilName(s.soil) }}</b><dt-chooser [label]="'How much ' + soilName(s.soil)" look="chip" [choices]="amounts" [value]="'' + s.severity" (chosen)="severity(i, $event)" /><button class="link" type="button" (click)="drop(i)">take off</button></span>
        }
        <span><dt-chooser label="Add what is on it" look="chip" empty="add something" [choices]="soils()" (chosen)="add($event)" /></span>
      </div>
      @if (trouble(); as t) { <p class="wrong" role="alert">{{ t }}</p> }
      <div class="row"><button class="btn strong" type="submit" [disabled]="saving()">Save</button><button class="btn" type="button" (click)="done.emit()">Leave it</button></div>
    </form>
  `,
  styles:
    'form{display:grid;gap:14px} .pair{display:grid;grid-template-columns:1fr 1fr;gap:12px} .wrong{color:var(--v5);font-weight:600}',
})
export class SpotEdit {
  private readonly api = inject(HouseholdApi);
  private readonly knowledge = inject(Knowledge);
  readonly spot = input.required<Spot>();
  readonly done = output<void>();
  /** The version that the form was opened on. */
  private readonly opened = signal<Spot | null>(null);
  protected readonly draft = signal<Draft>({ name: '', face: '', interval: '', area: '', soils: [] });
  protected readonly newer = signal<Spot | null>(null);
  protected readonly trouble = signal<string | null>(null);
  protected readonly wrong = signal<Record<string, string>>({});
  protected readonly saving = signal(false);
  protected readonly amounts: Choice[] = SEVERITY.map((name, i) => ({ id: String(i), name }));

  constructor() {
    effect(() => {
      const spot = this.spot();
      untracked(() => {
        if (this.opened()?.id === spot.id) {
          if (spot.version > this.opened()!.version && !this.saving()) this.newer.set(spot);
          return;
        }
        this.opened.set(spot);
        this.draft.set(draftOf(spot));
      });
    });
  }
  protected readonly faces = computed<Choice[]>(() => {
    const c = this.knowledge.catalogue();
    return c
      ? [...c.materials.values()].flatMap((m) => [
          { id: m.id, name: m.name, also: m.synonyms },
          ...m.finishes.map((f) => ({ id: `${m.id}/${f.id}`, name: withFinish(m, f.id).name, also: f.synonyms })),
        ])
      : [];
  });
  protected readonly soils = computed<Choice[]>(() =>
    [...(this.knowledge.catalogue()?.soils.values() ?? [])].map((s) => ({ id: s.id, name: s.name, also: s.synonyms })),
  );
  protected soilName = (id: string): string => this.knowledge.catalogue()?.soils.get(id)?.name ?? id;
  protected soilWords = (s: Spot): string =>
    s.soils.map((x) => `${this.soilName(x.soil)} ${SEVERITY[x.severity]}`).join(', ') || 'nothing on it';
  protected patch(p: Partial<Draft>): void {
    this.draft.update((d) => ({ ...d, ...p }));
  }
  protected set(key: 'name' | 'interval' | 'area', e: Event): void {
    this.patch({ [key]: (e.target as HTMLInputElement).value });
  }
  protected severity(i: number, v: string): void {
    this.patch({ soils: this.draft().soils.map((s, n) => (n === i ? { ...s, severity: Number(v) } : s)) });
  }
  protected drop(i: number): void {
    this.patch({ soils: this.draft().soils.filter((_, n) => n !== i) });
  }
  protected add(soil: string): void {
    if (!this.draft().soils.some((s) => s.soil === soil))
      this.patch({
        soils: [...this.draft().soils, { soil, severity: 3, age: 'dried', seenAt: new Date().toISOString() }],
      });
  }
  protected takeTheirs(n: Spot): void {
    this.opened.set(n);
    this.draft.set(draftOf(n));
    this.newer.set(null);
  }
  protected keepMine(n: Spot): void {
    this.opened.set(n);
    this.newer.set(null);
    void this.send();
  }
  protected save(e: Event): void {
    e.preventDefault();
    void this.send();
  }
  private async send(): Promise<void> {
    const d = this.draft();
    const [material, finish] = d.face.split('/');
    const num = (t: string): number => Number(t.trim().replace(',', '.'));
    const body = {
      ...this.opened()!,
      name: d.name.trim(),
      material: material!,
      finish: finish ?? null,
      area_m2: num(d.area),
      interval_days: d.interval.trim() ? num(d.interval) : null,
      soils: d.soils,
    };
    const wrong: Record<string, string> = {};
    if (!body.name) wrong['/name'] = 'Give it a name.';
    if (!(body.area_m2 > 0 && body.area_m2 <= 500)) wrong['/area_m2'] = 'A number of square metres, for example 2.4.';
    if (body.interval_days !== null && !(body.interval_days >= 0.5))
      wrong['/interval_days'] = 'A number of days, for example 7, or leave it empty.';
    this.wrong.set(wrong);
    this.trouble.set(null);
    if (Object.keys(wrong).length) return;
    this.saving.set(true);
    try {
      await this.api.replace('spots', body);
      this.done.emit();
    } catch (e) {
      if (!(e instanceof Refused)) throw e;
      if (e.status === 409 && e.current) this.newer.set(e.current as unknown as Spot);
      else {
        this.trouble.set(e.detail);
        this.wrong.set(Object.fromEntries(e.errors.map((x) => [x.path, x.message])));
      }
    } finally {
      this.saving.set(false);
    }
  }
}
