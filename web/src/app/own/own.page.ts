import { FormControl, FormGroup, FormRecord, ReactiveFormsModule, Validators } from '@angular/forms';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatSelectModule } from '@angular/material/select';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatButton } from '@angular/material/button';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { map } from 'rxjs';
import type { OwnItem } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { deedsFrom } from '../household/deeds';
import { selectOwn } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { LabelDraft } from '../label/draft';
import { LabelImport } from '../label/label-import';
import { LabelReader } from '../label/label-reader';
import { LabelPhoto } from '../label/photo';
import { Chooser, type Choice } from '../shared/chooser';
import { said } from '../shared/valid';
import { capital } from '../shared/words';
import { guardForm } from '../shared/unsaved';
import { OwnHave } from './own-have';
import { OwnLabel } from './own-label';
import { at, changesOf, type Field, FIELDS, type Kind, laxer, tableOf } from './fields';
import { InTurn } from '../shared/in-turn';

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
  imports: [
    InTurn,
    MatCheckboxModule,
    MatFormFieldModule,
    MatInputModule,
    MatSelectModule,
    ReactiveFormsModule,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatButton,
    Chooser,
    LabelImport,
    LabelPhoto,
    LabelReader,
    OwnHave,
  ],
  templateUrl: './own.page.html',
  styleUrl: './own.page.scss',
})
export class OwnPage {
  protected readonly knowledge = inject(Knowledge);
  protected readonly keeping = deedsFrom('own things: keep');
  protected readonly own = inject(Store).selectSignal(selectOwn);
  protected readonly kinds = KINDS;
  /** /own?kind=soils */
  readonly asked = input<string | undefined>(undefined, { alias: 'kind' });
  private readonly turned = signal<Kind | null>(null);
  protected readonly kind = computed<Kind>(
    () => this.turned() ?? KINDS.find((k) => k.id === this.asked())?.id ?? 'materials',
  );
  protected readonly editing = signal<OwnItem | null>(null);
  /** Its name, and the fields that tell it from the nearest known one: of those, what is laid out on the page. */
  protected readonly form = new FormGroup({
    name: new FormControl('', { nonNullable: true, validators: [said] }),
    fields: new FormRecord<FormControl<unknown>>({}),
  });
  protected readonly based = signal<string | null>(null);
  /** What stands on the bottle, of products. */
  protected readonly label = new OwnLabel(() => this.kind() === 'products');
  private readonly draft = inject(LabelDraft);
  private readonly photo = viewChild(LabelPhoto);
  /** /own?kind=products&from=label: go on with the label that was read in Mix. */
  readonly from = input<string | undefined>();
  /** What was changed of the nearest before the fields are laid out. */
  private readonly changes = signal<Record<string, unknown>>({});
  private readonly values = toSignal(
    this.form.controls.fields.valueChanges.pipe(
      map((all) => Object.fromEntries(Object.entries(all).filter(([, v]) => v !== null && v !== ''))),
    ),
    { initialValue: {} as Record<string, unknown> },
  );
  /** What is still to be said before it can be kept. */
  protected readonly missing = signal<string | null>(null);

  constructor() {
    guardForm(this.form, 'your own record', this.keeping.done);
    void this.knowledge.load();
    this.keeping.done.pipe(takeUntilDestroyed()).subscribe(() => {
      this.draft.clear();
      this.fresh();
    });
    effect(() => {
      const [base, fields, changes] = [this.base(), this.fields(), this.changes()];
      untracked(() => this.lay(base ? fields : [], base, changes));
    });
    effect(() => {
      if (this.from() === 'label' && this.draft.text())
        untracked(() => this.label.lay({ text: this.draft.text(), corrections: [...this.draft.corrections()] }));
    });
    effect(() => {
      const [picture, photo] = [this.draft.picture(), this.photo()];
      if (this.from() === 'label' && picture && photo) untracked(() => void photo.pictured(picture));
    });
  }
  protected readonly one = computed(() => KINDS.find((k) => k.id === this.kind())!.one);
  protected readonly heading = computed(() => KINDS.find((k) => k.id === this.kind())!.name);
  protected readonly table = computed(() => {
    const c = this.knowledge.catalogue();
    return c ? tableOf(this.kind(), c) : new Map<string, { id: string; name: string; synonyms: string[] }>();
  });
  protected readonly count = computed(
    () => `${this.table().size - this.own()[this.kind()].length} ${this.heading().toLowerCase()}`,
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
  protected nameOf = (r: Record<string, unknown>): string => String(r['name']);
  private lay(fields: readonly Field[], base: Record<string, unknown> | null, changes: Record<string, unknown>): void {
    const record = this.form.controls.fields;
    for (const path of Object.keys(record.controls)) record.removeControl(path, { emitEvent: false });
    for (const f of fields)
      record.addControl(
        f.path,
        new FormControl<unknown>(changes[f.path] ?? at(base, f.path) ?? null, {
          validators: f.ask === 'number' ? [Validators.min(f.min!), Validators.max(f.max!)] : [],
        }),
        { emitEvent: false },
      );
    record.updateValueAndValidity();
  }
  protected changed = (f: Field): boolean =>
    this.values()[f.path] !== undefined && this.values()[f.path] !== at(this.base(), f.path);
  protected turn(kind: Kind): void {
    this.turned.set(kind);
    this.fresh();
  }
  protected nearest(id: string): void {
    this.based.set(id);
    this.changes.set({});
  }
  protected fresh(): void {
    this.editing.set(null);
    this.form.controls.name.reset();
    this.based.set(null);
    this.label.lay(null);
    this.changes.set({});
    this.missing.set(null);
  }
  protected edit(o: OwnItem): void {
    this.editing.set(o);
    this.form.controls.name.reset(o.name);
    this.based.set(o.basedOn ?? null);
    this.label.lay(o.label ?? null);
    this.changes.set(
      Object.fromEntries(
        FIELDS[this.kind()].flatMap((f) => {
          const v = at(o.changes, f.path);
          return v === undefined ? [] : [[f.path, v]];
        }),
      ),
    );
    this.missing.set(null);
  }
  protected keep(): void {
    const base = this.base();
    this.form.markAllAsTouched();
    const name = this.form.getRawValue().name.trim();
    this.missing.set(null);
    if (!name) return this.missing.set(`Give the ${this.one()} a name.`);
    if (!base)
      return this.missing.set(
        `Choose the ${this.one()} that is nearest to it: everything you do not change is taken from there.`,
      );
    if (this.kind() === 'products' && this.label.open())
      return this.missing.set(
        'Some words of its picture are not sure yet: put them right first, or take them out of the text.',
      );
    const off = this.fields().find((f) => this.form.controls.fields.get([f.path])?.invalid);
    if (off) return this.missing.set(`${off.label}: a number from ${off.min} to ${off.max}.`);
    const body = {
      name,
      basedOn: this.based(),
      changes: { ...changesOf(base, this.values()), ...this.label.changes(base) },
      label: this.label.kept(),
    };
    const old = this.editing();
    const on = this.kind();
    this.keeping.ask(
      old ? { does: 'change', on, id: old.id, version: old.version, fields: body } : { does: 'make', on, body },
      `${capital(body.name)} is known from now on, in every chooser and to the engine.`,
    );
  }
}
