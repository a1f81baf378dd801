import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { MatDatepickerModule } from '@angular/material/datepicker';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatSelectModule } from '@angular/material/select';
import { DWELLERS, fitsWork, type Member, SIGHTS } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { deedsFrom } from '../household/deeds';
import { selectMembers } from '../household/state';
import { dates } from '../shared/dates';
import { between, dateOf, dayOf, numberIn, said, typed } from '../shared/valid';
import { peopleWords } from '../shared/words';

const KINDS: [Member['kind'], string][] = [
  ['adult', 'grown-up'],
  ['child', 'child'],
  ['toddler', 'toddler'],
  ['pet', 'animal'],
];
/** Limits and animals that the engines keep in mind, as the house is asked for them at first. */
const LIMITS = DWELLERS.flatMap(({ member }) => member.limits.map((l) => l.limit));
const SPECIES = DWELLERS.flatMap(({ member }) => member.species ?? []);
const COLOURS = ['blue', 'red', 'green', 'violet', 'yellow', 'grey'];
const NEW = '';

/** Who lives here: a name, what the engines keep in mind, and until when. */
@Component({
  selector: 'dt-people',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatIcon,
    MatButton,
    MatDatepickerModule,
    MatFormFieldModule,
    MatInputModule,
    MatSelectModule,
    ReactiveFormsModule,
  ],
  providers: [dates()],
  templateUrl: './people.html',
  styleUrl: './people.scss',
})
export class People {
  protected readonly deeds = deedsFrom('settings: people');
  protected readonly members = inject(Store).selectSignal(selectMembers);
  /** Whose form is open; nobody’s id for somebody new. */
  protected readonly open = signal<string | null>(null);
  protected readonly kinds = KINDS;
  protected readonly limits = LIMITS;
  protected readonly species = SPECIES;
  protected readonly sights = SIGHTS;
  protected readonly form = new FormGroup({
    name: new FormControl('', { nonNullable: true, validators: [said] }),
    kind: new FormControl<Member['kind']>('adult', { nonNullable: true }),
    species: new FormControl('cat', { nonNullable: true }),
    limit: new FormControl('', { nonNullable: true }),
    until: new FormControl<Date | null>(null),
    hand: new FormControl<'left' | 'right'>('right', { nonNullable: true }),
    /** Centimetres. */
    reach: typed(between(20, 300)),
    sight: typed(),
  });

  constructor() {
    this.deeds.done.pipe(takeUntilDestroyed()).subscribe(() => this.open.set(null));
  }
  protected words = (m: Member): string => peopleWords([m]);
  protected edit(m: Member | null): void {
    this.form.reset({
      name: m?.name ?? '',
      kind: m?.kind ?? 'adult',
      species: m?.species ?? 'cat',
      limit: m?.limits[0]?.limit ?? '',
      until: dateOf(m?.limits[0]?.until),
      hand: m?.hand ?? 'right',
      reach: m?.reach_mm ? String(m.reach_mm / 10) : '',
      sight: m?.sight ?? '',
    });
    this.open.set(m?.id ?? NEW);
  }
  protected save(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    const { name, kind, species, limit, until, hand, sight } = this.form.getRawValue();
    const had = this.members().find((m) => m.id === this.open());
    const day = dayOf(until);
    const body = {
      name: name.trim(),
      colour: had?.colour ?? COLOURS[this.members().length % COLOURS.length]!,
      kind,
      limits: [...(limit ? [{ limit, ...(day ? { until: day } : {}) }] : []), ...(had?.limits.slice(1) ?? [])],
      species: kind === 'pet' ? species : null,
      hand: kind === 'pet' ? null : hand,
      reach_mm: kind === 'pet' ? null : this.reach_mm(),
      sight: kind === 'pet' ? null : sight || null,
    };
    if (had)
      this.deeds.ask(
        { does: 'change', on: 'members', id: had.id, version: had.version, fields: body },
        `${body.name} is changed.`,
      );
    else this.deeds.ask({ does: 'make', on: 'members', body }, `${body.name} lives here.`);
  }
  private reach_mm(): number | null {
    const cm = numberIn(this.form.controls.reach);
    return cm === null ? null : cm * 10;
  }
  private readonly now = toSignal(this.form.valueChanges);
  /** What the hand, the reach and the sight that stand there change. */
  protected readonly changes = computed(() => {
    this.now();
    const { kind, hand, sight } = this.form.getRawValue();
    return kind === 'pet' ? [] : fitsWork({ hand, sight, reach_mm: this.reach_mm() });
  });
  protected gone({ id, version, name }: Member): void {
    this.deeds.ask({ does: 'put-away', on: 'members', id, version }, `${name} no longer lives here.`);
  }
}
