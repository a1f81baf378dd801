import { CdkTextareaAutosize } from '@angular/cdk/text-field';
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
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import {
  nameOfItem,
  apartFrom,
  type Edit,
  type Kit,
  type Listed,
  profileOf,
  putThings,
  readList,
  type Stock,
  type Thing,
  usualThing,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { v7 as uuidv7 } from 'uuid';
import { deedsFrom } from '../household/deeds';
import { selectHousehold } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser, type Choice } from '../shared/chooser';
import { Clock } from '../shared/clock';
import { VerdictShape } from '../shared/verdict-shape';
import { capital, figure } from '../shared/words';

interface Row {
  text: string;
  thing: Thing | null;
  name: string;
  amount: string;
  perhaps: Listed['perhaps'];
  /** Why it may not stand here. */
  because: string | null;
  level: number;
}

/** Things put onto a shelf from a list in plain words; the gate is asked of each before it is put there. */
@Component({
  selector: 'dt-add-things',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    CdkTextareaAutosize,
    Chooser,
    MatButton,
    MatCheckbox,
    MatFormFieldModule,
    MatInputModule,
    ReactiveFormsModule,
    VerdictShape,
  ],
  templateUrl: './add-things.html',
  styleUrl: './add-things.scss',
})
export class AddThings {
  private readonly knowledge = inject(Knowledge);
  private readonly clock = inject(Clock);
  protected readonly deeds = deedsFrom('kits: add things');
  private readonly household = inject(Store).selectSignal(selectHousehold);
  readonly kit = input.required<Kit>();
  readonly here = input.required<readonly Stock[]>();
  /** A thing that is to be put there: it stands in the list from the beginning. */
  readonly first = input<string | null>(null);
  readonly done = output<void>();
  protected readonly typed = new FormControl('', { nonNullable: true });
  protected readonly form = new FormGroup({ list: this.typed });
  private readonly text = toSignal(this.typed.valueChanges, { initialValue: '' });
  /** What a piece that was not understood was said to be. */
  private readonly said = signal<ReadonlyMap<string, string>>(new Map());
  protected readonly keep = signal(true);
  protected readonly capital = capital;

  constructor() {
    effect(() => {
      const item = this.first();
      if (item && this.all().some((x) => x.id === item)) untracked(() => this.find(item));
    });
    this.deeds.done.pipe(takeUntilDestroyed()).subscribe(() => {
      this.typed.setValue('');
      this.said.set(new Map());
      this.done.emit();
    });
  }
  protected readonly all = computed<Choice[]>(() => {
    const c = this.knowledge.catalogue();
    return c
      ? [...c.products.values(), ...c.tools.values()].map((x) => ({ id: x.id, name: x.name, also: x.synonyms }))
      : [];
  });
  protected readonly rows = computed<Row[]>(() => {
    const c = this.knowledge.catalogue();
    if (!c) return [];
    const listed = readList(this.text(), c).map((l) => {
      const item = this.said().get(l.text);
      return item ? { ...l, thing: usualThing(item, c), name: this.nameOf(item) } : l;
    });
    const there = this.here().flatMap((s) => (s.onHand > 0 ? [s.item] : []));
    const things = listed.flatMap((l) => (l.thing ? [l.thing] : []));
    const { left } = apartFrom(
      things,
      there,
      profileOf(this.household(), this.clock.minute()),
      c,
      this.kit().places,
      this.kit().kind,
    );
    return listed.map((l) => {
      const bar = l.thing && left.find((x) => x.item === l.thing!.item);
      return {
        text: l.text,
        thing: l.thing,
        name: l.name ?? '',
        amount: l.thing ? this.amountOf(l.thing) : '',
        perhaps: l.perhaps,
        because: bar ? bar.because : null,
        level: bar ? bar.level : 0,
      };
    });
  });
  private readonly fit = computed(() => this.rows().flatMap((r) => (r.thing && !r.because ? [r.thing] : [])));
  protected readonly ready = computed(() => this.fit().length);
  private nameOf(item: string): string {
    const c = this.knowledge.catalogue();
    return nameOfItem(item, c);
  }
  private amountOf({ onHand, pack }: Thing): string {
    if (pack.unit === 'piece') return figure(onHand);
    return onHand === pack.amount
      ? `${figure(onHand)} ${pack.unit}`
      : `${figure(onHand)} of ${figure(pack.amount)} ${pack.unit}`;
  }
  /** One more line of the list, found by its name. */
  protected find(item: string): void {
    const now = this.typed.value.trimEnd();
    this.typed.setValue(`${now}${now ? '\n' : ''}${this.nameOf(item)}`);
    this.means(this.nameOf(item), item);
  }
  protected means(text: string, item: string): void {
    this.said.set(new Map(this.said()).set(text, item));
  }
  protected put(): void {
    const kit = this.kit();
    const place = kit.places[0]?.id;
    const things = this.fit().map((t) => ({ ...t, ...(place ? { place } : {}) }));
    const edits: Edit[] = putThings(kit.id, things, this.here().length, uuidv7);
    if (this.keep()) {
      const known = new Set(kit.par.map((p) => p.item));
      const more = new Map(
        things
          .filter((t) => !known.has(t.item))
          .map((t) => [t.item, { item: t.item, level: Math.max(t.onHand, t.pack.amount), unit: t.pack.unit }]),
      );
      if (more.size)
        edits.push({ does: 'change', on: 'kits', id: kit.id, fields: { par: [...kit.par, ...more.values()] } });
    }
    this.deeds.ask(
      { does: 'write', entry: { kind: 'edit', edits, names: { record: kit.name } } },
      `${things.length} ${things.length === 1 ? 'thing is' : 'things are'} on ${kit.name}.`,
    );
  }
}
