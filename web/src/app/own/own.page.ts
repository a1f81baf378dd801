import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  changesOfLabel,
  type Correction,
  nearestProducts,
  type OwnItem,
  type Product,
  readLabel,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { HouseholdApi, Refused } from '../household/api';
import { selectOwn } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { LabelDraft } from '../label/draft';
import { LabelImport } from '../label/label-import';
import { LabelReader } from '../label/label-reader';
import { LabelPhoto } from '../label/photo';
import { Chooser, type Choice } from '../shared/chooser';
import { capital } from '../shared/words';
import { at, changesOf, type Field, FIELDS, type Kind, laxer, tableOf } from './fields';

const KINDS: { id: Kind; name: string; one: string }[] = [
  { id: 'materials', name: 'Materials', one: 'material' },
  { id: 'soils', name: 'Marks', one: 'mark' },
  { id: 'tools', name: 'Tools', one: 'tool' },
  { id: 'products', name: 'Products', one: 'product' },
];

/** Things of this house that the catalogue does not know: a copy of the nearest, and what differs. */
@Component({
  selector: 'dt-own',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Chooser, LabelImport, LabelPhoto, LabelReader, RouterLink],
  template: `
    <div class="page">
      <div class="page-head"><h1>Own things</h1><div class="chips" role="group" aria-label="Kind">@for (k of kinds; track k.id) { <button class="chip" type="button" [attr.aria-pressed]="kind() === k.id" (click)="turn(k.id)">{{ k.name }} <span class="num">{{ own()[k.id].length }}</span></button> }</div></div>
      @if (knowledge.catalogue()) {
        <div class="two">
          <form class="plate" novalidate (submit)="keep($event)" aria-labelledby="own-title">
            <h2 id="own-title">{{ editing() ? 'Change it' : 'A new ' + one() }}</h2>
            <div class="field"><label for="own-name">What you call it</label><input id="own-name" maxlength="120" [value]="name()" (input)="name.set(text($event))" /></div>
            @if (kind() === 'products') {
              <dt-label-reader [(text)]="label" [(corrections)]="corrections" />
              <dt-label-photo [(photo)]="photo" />
            }
            <div class="field"><b id="nearest">Nearest to it</b><dt-chooser label="Nearest to it" look="chip" empty="choose the nearest known" [choices]="choices()" [value]="based()" (chosen)="nearest($event)" /><span class="small quiet">Everything is taken from it, also what is corrected later, except what you change below.</span></div>
            @if (near().length) { <div class="chips" role="group" aria-label="Most like this label">@for (n of near(); track n.id) { <button class="chip" type="button" [attr.aria-pressed]="based() === n.id" (click)="nearest(n.id)">like {{ n.name.toLowerCase() }}</button> }</div> }
            @if (base(); as b) {
              <div class="fields">
                @for (f of fields(); track f.path) {
                  <div class="field" [class.changed]="changed(f)">
                    @if (f.ask === 'flag') { <label class="flag"><input type="checkbox" [checked]="value(f) === true" (change)="set(f, checkedOf($event))" /> {{ f.label }}</label> }
                    @else if (f.ask === 'choice') { <label [for]="'f-' + f.path">{{ f.label }}</label><select [id]="'f-' + f.path" [value]="value(f)" (change)="set(f, text($event))">@for (c of f.choices; track c.value) { <option [value]="c.value" [selected]="c.value === value(f)">{{ c.name }}</option> }</select> }
                    @else { <label [for]="'f-' + f.path">{{ f.label }}</label><input [id]="'f-' + f.path" type="number" inputmode="decimal" [min]="f.min ?? null" [max]="f.max ?? null" [step]="f.step ?? 'any'" [value]="value(f) ?? ''" (input)="number(f, $event)" /> }
                    @if (f.hint) { <span class="small quiet">{{ f.hint }}</span> }
                  </div>
                }
              </div>
              @if (lax().length) { <p class="tray copper small"><b>You say it bears more than {{ nameOf(b) }} does:</b> {{ lax().join('; ') }}. The engine will believe you. Test it in a hidden place first.</p> }
            }
            @if (said(); as t) { <p class="small" [class.warn]="wrong()" [attr.role]="wrong() ? 'alert' : 'status'"><b>{{ t }}</b></p> }
            <div class="row"><button class="btn strong" type="submit" [disabled]="saving()">Keep it</button>@if (editing()) { <button class="btn" type="button" (click)="fresh()">Leave it</button> }</div>
          </form>
          <section class="plate zinc" aria-labelledby="have-title">
            <h2 id="have-title">{{ label_() }} of this house</h2>
            @if (kind() === 'products') { <dt-label-import /> }
            <ul class="have">@for (o of own()[kind()]; track o.id) { <li><b>{{ o.name }}</b> <span class="quiet">{{ likeOf(o) }}{{ differs(o) }}</span><span class="row"><button class="link" type="button" (click)="edit(o)">change</button><button class="link" type="button" (click)="remove(o)">take away</button>@if (kind() === 'materials') { <a class="link" routerLink="/choose" [queryParams]="{ material: o.id, soil: 'dust' }">choose for it</a> }</span></li> } @empty { <li class="quiet">None yet. The catalogue knows {{ count() }}; what is not among them, you describe here by the nearest.</li> }</ul>
          </section>
        </div>
      } @else if (knowledge.trouble()) { <p class="warn" role="alert">{{ knowledge.trouble() }}</p> } @else { <p class="quiet" role="status">Reading the catalogue …</p> }
    </div>
  `,
  styles: `
    form, section { display: grid; gap: 14px; align-content: start; } .fields { display: grid; grid-template-columns: repeat(auto-fill, minmax(210px, 1fr)); gap: 12px 18px; } .field.changed label { color: var(--blue); } .field.changed label::after { content: ' · changed'; font-weight: 400; }
    .flag { display: flex; gap: 10px; align-items: center; min-height: 44px; } .flag input { width: 22px; height: 22px; accent-color: var(--blue); } p { margin: 0; } .num { color: var(--blue); } .chip[aria-pressed='true'] .num { color: inherit; }
    .have { list-style: none; display: grid; gap: 10px; } .have li { display: grid; gap: 2px; border-top: 2px solid var(--zinc-1); padding-top: 8px; } .have .row { gap: 14px; }
    select { font: inherit; min-height: 44px; padding: 6px 10px; border: 2px solid var(--zinc-4); border-radius: 10px; background: var(--enamel); color: var(--ink); }
  `,
})
export class OwnPage {
  protected readonly knowledge = inject(Knowledge);
  private readonly api = inject(HouseholdApi);
  protected readonly own = inject(Store).selectSignal(selectOwn);
  protected readonly kinds = KINDS;
  /** /own?kind=soils */
  readonly asked = input<string | undefined>(undefined, { alias: 'kind' });
  private readonly turned = signal<Kind | null>(null);
  protected readonly kind = computed<Kind>(
    () => this.turned() ?? KINDS.find((k) => k.id === this.asked())?.id ?? 'materials',
  );
  protected readonly editing = signal<OwnItem | null>(null);
  protected readonly name = signal('');
  protected readonly based = signal<string | null>(null);
  protected readonly label = signal('');
  protected readonly corrections = signal<readonly Correction[]>([]);
  protected readonly photo = signal<string | null>(null);
  private readonly draft = inject(LabelDraft);
  /** /own?kind=products&from=label: go on with the label that was read in Mix. */
  readonly from = input<string | undefined>();
  private readonly values = signal<Record<string, unknown>>({});
  protected readonly said = signal<string | null>(null);
  protected readonly wrong = signal(false);
  protected readonly saving = signal(false);

  constructor() {
    void this.knowledge.load();
    effect(() => {
      if (this.from() === 'label' && this.draft.text())
        untracked(() => {
          this.label.set(this.draft.text());
          this.corrections.set(this.draft.corrections());
        });
    });
  }
  /** Products of the catalogue that the label reads like. */
  protected readonly near = computed(() => {
    const c = this.knowledge.catalogue();
    return c && this.kind() === 'products' && this.label().trim()
      ? nearestProducts(readLabel(this.label(), c, this.corrections()), c)
      : [];
  });
  /** What the label changes of the nearest product: its contents, and whether all of it is named. */
  private ofLabel(base: Record<string, unknown>): Record<string, unknown> {
    const c = this.knowledge.catalogue();
    const text = this.label().trim();
    return c && text && this.kind() === 'products'
      ? { ...changesOfLabel(text, this.corrections(), base as unknown as Product, c) }
      : {};
  }
  protected readonly one = computed(() => KINDS.find((k) => k.id === this.kind())!.one);
  protected readonly label_ = computed(() => KINDS.find((k) => k.id === this.kind())!.name);
  private readonly table = computed(() => {
    const c = this.knowledge.catalogue();
    return c ? tableOf(this.kind(), c) : new Map<string, { id: string; name: string; synonyms: string[] }>();
  });
  protected readonly count = computed(
    () => `${this.table().size - this.own()[this.kind()].length} ${this.label_().toLowerCase()}`,
  );
  protected readonly choices = computed<Choice[]>(() =>
    [...this.table().values()]
      .filter((x) => !this.own()[this.kind()].some((o) => o.id === x.id))
      .map((x) => ({ id: x.id, name: x.name, also: x.synonyms })),
  );
  protected readonly base = computed(
    () => (this.table().get(this.based() ?? '') as Record<string, unknown> | undefined) ?? null,
  );
  protected readonly fields = computed(() =>
    FIELDS[this.kind()].filter((f) => f.path !== 'hardness_mohs' || at(this.base(), f.path) !== null),
  );
  protected readonly lax = computed(() =>
    this.base() ? laxer(this.kind(), this.base()!, changesOf(this.base()!, this.values())) : [],
  );
  protected text = (e: Event): string => (e.target as HTMLInputElement).value;
  protected checkedOf = (e: Event): boolean => (e.target as HTMLInputElement).checked;
  protected nameOf = (r: Record<string, unknown>): string => String(r['name']);
  protected value(f: Field): unknown {
    const v = this.values()[f.path];
    return v === undefined ? at(this.base(), f.path) : v;
  }
  protected changed = (f: Field): boolean =>
    this.values()[f.path] !== undefined && this.values()[f.path] !== at(this.base(), f.path);
  protected set(f: Field, value: unknown): void {
    this.values.update((v) => ({ ...v, [f.path]: value }));
  }
  protected number(f: Field, e: Event): void {
    const t = this.text(e).trim();
    this.set(f, t === '' ? undefined : Number(t));
  }
  protected turn(kind: Kind): void {
    this.turned.set(kind);
    this.fresh();
  }
  protected nearest(id: string): void {
    this.based.set(id);
    this.values.set({});
  }
  protected fresh(): void {
    this.editing.set(null);
    this.name.set('');
    this.based.set(null);
    this.label.set('');
    this.corrections.set([]);
    this.photo.set(null);
    this.values.set({});
    this.said.set(null);
  }
  protected likeOf = (o: OwnItem): string =>
    !o.basedOn && o.label
      ? 'known by its label only: judged, never offered'
      : `like ${this.table().get(o.basedOn ?? '')?.name ?? 'nothing known any more'}`;
  protected differs(o: OwnItem): string {
    const n = Object.keys(o.changes).length;
    return n ? `, ${n} ${n === 1 ? 'thing' : 'things'} changed` : '';
  }
  protected edit(o: OwnItem): void {
    this.editing.set(o);
    this.name.set(o.name);
    this.based.set(o.basedOn ?? null);
    this.label.set(o.label?.text ?? '');
    this.corrections.set((o.label?.corrections ?? []).map((x) => ({ text: x.text, substance: x.substance ?? null })));
    this.photo.set(o.label?.photo ?? null);
    this.values.set(
      Object.fromEntries(
        FIELDS[this.kind()].flatMap((f) => {
          const v = at(o.changes, f.path);
          return v === undefined ? [] : [[f.path, v]];
        }),
      ),
    );
    this.said.set(null);
  }
  private tell(text: string, wrong: boolean): void {
    this.said.set(text);
    this.wrong.set(wrong);
  }
  private labelKept(): OwnItem['label'] {
    const text = this.label().trim();
    const photo = this.photo();
    if (!text && !photo) return null;
    return {
      text,
      ...(photo ? { photo } : {}),
      ...(this.corrections().length ? { corrections: [...this.corrections()] } : {}),
    };
  }
  protected async keep(e: Event): Promise<void> {
    e.preventDefault();
    const base = this.base();
    if (!this.name().trim()) return this.tell(`Give the ${this.one()} a name.`, true);
    if (!base)
      return this.tell(
        `Choose the ${this.one()} that is nearest to it: everything you do not change is taken from there.`,
        true,
      );
    const off = this.fields().find((f) => {
      const v = this.values()[f.path];
      return f.ask === 'number' && v !== undefined && !(Number(v) >= f.min! && Number(v) <= f.max!);
    });
    if (off) return this.tell(`${off.label}: a number from ${off.min} to ${off.max}.`, true);
    const body = {
      name: this.name().trim(),
      basedOn: this.based(),
      changes: { ...changesOf(base, this.values()), ...this.ofLabel(base) },
      label: this.labelKept(),
    };
    this.saving.set(true);
    try {
      const old = this.editing();
      if (old) await this.api.replace(this.kind(), { ...old, ...body });
      else await this.api.create(this.kind(), body);
      this.draft.clear();
      this.fresh();
      this.tell(`${capital(body.name)} is known from now on, in every chooser and to the engine.`, false);
    } catch (x) {
      this.tell(x instanceof Refused ? (x.errors[0]?.message ?? x.detail) : 'That did not work.', true);
    } finally {
      this.saving.set(false);
    }
  }
  protected async remove(o: OwnItem): Promise<void> {
    try {
      await this.api.remove(this.kind(), o.id, o.version);
      this.tell(
        `${capital(o.name)} is gone. Spots that were made of it fall back to nothing known: give them another.`,
        false,
      );
    } catch (x) {
      this.tell(x instanceof Refused ? x.detail : 'That did not work.', true);
    }
  }
}
