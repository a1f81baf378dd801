import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatSelectModule } from '@angular/material/select';
import { MatInputModule } from '@angular/material/input';
import { MatButton } from '@angular/material/button';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  output,
  untracked,
  signal,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { putAwaySpots, type Spot } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { deedsFrom } from '../household/deeds';
import { selectRooms, selectSpots } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser, type Choice } from '../shared/chooser';
import { Clock } from '../shared/clock';
import { everyFace } from '../shared/faces';
import { PutAway } from '../shared/put-away';
import { between, numberIn, said, typed } from '../shared/valid';
import { SEVERITY } from '../shared/words';
import { guardForm } from '../shared/unsaved';
import { SpotNeighbours } from './spot-neighbours';

const formOf = () =>
  new FormGroup({
    name: typed(said),
    face: typed(),
    area: typed(said, between(0.01, 500)),
    interval: typed(between(0.5, 3650)),
    soils: new FormControl<Spot['soils']>([], { nonNullable: true }),
    neighbours: new FormControl<Spot['neighbours']>([], { nonNullable: true }),
    room: typed(),
    band: new FormControl<Spot['band']>('mid', { nonNullable: true }),
    touch: new FormControl(0, { nonNullable: true }),
    food: new FormControl(false, { nonNullable: true }),
    skin: new FormControl(false, { nonNullable: true }),
    order: typed(said, between(1, 400)),
  });
const BANDS: [Spot['band'], string][] = [
  ['high', 'above the head'],
  ['mid', 'at the hand'],
  ['low', 'below the knee'],
  ['floor', 'on the floor'],
];
const TOUCHES: [number, string][] = [
  [0, 'hardly ever'],
  [1, 'now and then'],
  [2, 'each day'],
  [3, 'all the time, by everybody'],
];
/** Where the server finds something wrong, and in which field that is typed. */
const FIELD_OF: Record<string, 'name' | 'area' | 'interval'> = {
  '/name': 'name',
  '/area_m2': 'area',
  '/interval_days': 'interval',
};

/**
 * Change a spot. When somebody else saved first, the newer record stands beside the form and what was
 * typed stays in the fields.
 */
@Component({
  selector: 'dt-spot-edit',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatCheckbox,
    MatFormFieldModule,
    MatInputModule,
    MatSelectModule,
    ReactiveFormsModule,
    MatButton,
    Chooser,
    PutAway,
    SpotNeighbours,
  ],
  templateUrl: './spot-edit.html',
  styleUrl: './spot-edit.scss',
})
export class SpotEdit {
  protected readonly deeds = deedsFrom('rooms: edit a spot');
  private readonly knowledge = inject(Knowledge);
  private readonly clock = inject(Clock);
  readonly spot = input.required<Spot>();
  readonly done = output<void>();
  /** The version that the form was opened on. */
  private readonly opened = signal<Spot | null>(null);
  protected readonly form = formOf();
  protected readonly newer = signal<Spot | null>(null);
  protected readonly trouble = this.deeds.trouble;
  private readonly store = inject(Store);
  protected readonly rooms = this.store.selectSignal(selectRooms);
  private readonly allSpots = this.store.selectSignal(selectSpots);
  protected readonly bands = BANDS;
  protected readonly touches = TOUCHES;
  protected readonly amounts: Choice[] = SEVERITY.map((name, i) => ({ id: String(i), name }));

  constructor() {
    guardForm(this.form, 'this spot', this.deeds.done);
    this.deeds.done.pipe(takeUntilDestroyed()).subscribe(() => this.done.emit());
    this.deeds.refused.pipe(takeUntilDestroyed()).subscribe(({ current, errors }) => {
      if (current) this.newer.set(current as unknown as Spot);
      for (const x of errors) {
        const field = FIELD_OF[x.path];
        if (field) this.form.controls[field].setErrors({ server: x.message });
      }
    });
    effect(() => {
      const spot = this.spot();
      untracked(() => {
        if (this.opened()?.id === spot.id) {
          if (spot.version > this.opened()!.version && !this.deeds.busy()) this.newer.set(spot);
          return;
        }
        this.lay(spot);
      });
    });
  }
  protected readonly faces = computed<Choice[]>(() => {
    const c = this.knowledge.catalogue();
    return c ? everyFace(c) : [];
  });
  protected readonly soils = computed<Choice[]>(() =>
    [...(this.knowledge.catalogue()?.soils.values() ?? [])].map((s) => ({ id: s.id, name: s.name, also: s.synonyms })),
  );
  protected soilName = (id: string): string => this.knowledge.catalogue()?.soils.get(id)?.name ?? id;
  protected soilWords = (s: Spot): string =>
    s.soils.map((x) => `${this.soilName(x.soil)} ${SEVERITY[x.severity]}`).join(', ') || 'nothing on it';
  private lay(spot: Spot): void {
    this.opened.set(spot);
    this.form.reset({
      name: spot.name,
      face: spot.finish ? `${spot.material}/${spot.finish}` : spot.material,
      area: String(spot.area_m2),
      interval: spot.interval_days ? String(spot.interval_days) : '',
      soils: spot.soils.map((x) => ({ ...x })),
      neighbours: [...spot.neighbours],
      room: spot.room,
      band: spot.band,
      touch: spot.touch,
      food: spot.food,
      skin: spot.skin,
      order: String(spot.routeOrder),
    });
  }
  private get soilsOn(): FormControl<Spot['soils']> {
    return this.form.controls.soils;
  }
  protected near(neighbours: Spot['neighbours']): void {
    this.form.markAsDirty();
    this.form.controls.neighbours.setValue(neighbours);
  }
  protected severity(i: number, v: string): void {
    this.form.markAsDirty();
    this.soilsOn.setValue(this.soilsOn.value.map((s, n) => (n === i ? { ...s, severity: Number(v) } : s)));
  }
  protected drop(i: number): void {
    this.form.markAsDirty();
    this.soilsOn.setValue(this.soilsOn.value.filter((_, n) => n !== i));
  }
  protected add(soil: string): void {
    if (this.soilsOn.value.some((s) => s.soil === soil)) return;
    this.form.markAsDirty();
    this.soilsOn.setValue([
      ...this.soilsOn.value,
      { soil, severity: 3, age: 'dried', seenAt: this.clock.now().toISOString() },
    ]);
  }
  protected takeTheirs(n: Spot): void {
    this.lay(n);
    this.newer.set(null);
  }
  protected keepMine(n: Spot): void {
    this.opened.set(n);
    this.newer.set(null);
    this.send();
  }
  /** Spots that name it as what lies below or beside them. */
  protected readonly hangs = computed(() =>
    this.allSpots()
      .filter((x) => x.neighbours.some((n) => n.spot === this.spot().id))
      .map((x) => x.name),
  );
  protected putAway(): void {
    const { name } = this.spot();
    const edits = putAwaySpots([this.spot()], this.allSpots());
    this.deeds.ask({ does: 'write', entry: { kind: 'edit', edits, names: { record: name } } }, `${name} is put away.`);
  }
  protected send(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    const { name, face, soils, neighbours, room, band, touch, food, skin } = this.form.getRawValue();
    const [material, finish] = face.split('/');
    const fields = {
      name: name.trim(),
      material: material!,
      finish: finish ?? null,
      area_m2: numberIn(this.form.controls.area)!,
      interval_days: numberIn(this.form.controls.interval),
      soils,
      neighbours,
      room,
      band,
      touch,
      food,
      skin,
      routeOrder: Math.round(numberIn(this.form.controls.order)!),
      // in another room it is part of no fixture of this one
      ...(room === this.opened()!.room ? {} : { fixture: null }),
    };
    const { id, version } = this.opened()!;
    this.deeds.ask({ does: 'change', on: 'spots', id, version, fields }, `${fields.name} is changed.`);
  }
}
