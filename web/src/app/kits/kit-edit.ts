import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { FormArray, FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatIcon } from '@angular/material/icon';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatSelectModule } from '@angular/material/select';
import { Router } from '@angular/router';
import { isCarried, type Kit, type Zone, ZONES } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { v7 as uuidv7 } from 'uuid';
import { deedsFrom } from '../household/deeds';
import { selectRooms } from '../household/state';
import { PutAway } from '../shared/put-away';
import { between, numberIn, said, typed } from '../shared/valid';
import { guardForm } from '../shared/unsaved';

type Place = Kit['places'][number];
const placeForm = (p: Place) =>
  new FormGroup({
    id: new FormControl(p.id, { nonNullable: true }),
    name: new FormControl(p.name, { nonNullable: true, validators: [said] }),
    heightBand: new FormControl(p.heightBand, { nonNullable: true }),
    locked: new FormControl(p.locked, { nonNullable: true }),
    zone: new FormControl<Zone | ''>(p.zone ?? '', { nonNullable: true }),
    capacity: new FormControl(p.capacity ? String(p.capacity) : '', {
      nonNullable: true,
      validators: [between(0, 1000)],
    }),
  });
const BANDS: [Place['heightBand'], string][] = [
  ['high', 'above the eyes'],
  ['eye', 'at the eyes'],
  ['low', 'low'],
  ['hook', 'hooks'],
];

/** Change a kit: name, room, its boards and hooks; put it away with its things. */
@Component({
  selector: 'dt-kit-edit',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatIcon,
    MatButton,
    MatCheckbox,
    MatFormFieldModule,
    MatInputModule,
    MatSelectModule,
    ReactiveFormsModule,
    PutAway,
  ],
  templateUrl: './kit-edit.html',
  styleUrl: './add-things.scss',
})
export class KitEdit {
  private readonly router = inject(Router);
  protected readonly deeds = deedsFrom('kits: change a kit');
  private readonly putting = deedsFrom('kits: put away');
  protected readonly rooms = inject(Store).selectSignal(selectRooms);
  readonly kit = input.required<Kit>();
  /** Places that things stand on, and how many things there are. */
  readonly used = input.required<readonly (string | null | undefined)[]>();
  readonly done = output<void>();
  protected readonly bands = BANDS;
  protected readonly zones = computed(() => (isCarried(this.kit()) ? ZONES : []));
  protected readonly form = new FormGroup({
    name: new FormControl('', { nonNullable: true, validators: [said] }),
    room: new FormControl('', { nonNullable: true }),
    mass_kg: typed(between(0, 1000)),
    volume_L: typed(between(0, 1000)),
    mirrored: new FormControl(false, { nonNullable: true }),
    places: new FormArray<ReturnType<typeof placeForm>>([]),
  });

  /** The kit as it was when the form was laid out. */
  private laid: Kit | null = null;

  constructor() {
    guardForm(this.form, 'this kit', this.deeds.done);
    this.deeds.done.pipe(takeUntilDestroyed()).subscribe(() => this.done.emit());
    this.putting.done.pipe(takeUntilDestroyed()).subscribe(() => void this.router.navigate(['/kits']));
    effect(() => {
      const k = this.kit();
      untracked(() => {
        // changed by somebody else while one types: what was typed stays, and saving it says what is newer
        if (this.laid?.id === k.id && this.form.dirty) return;
        this.laid = k;
        this.form.reset();
        this.form.controls.places.clear();
        for (const p of [...k.places].sort((a, b) => a.row - b.row)) this.form.controls.places.push(placeForm(p));
        const thousandth = (x: number | null | undefined): string => (x ? String(x / 1000) : '');
        this.form.patchValue({
          name: k.name,
          room: k.room ?? '',
          mass_kg: thousandth(k.limits.mass_g),
          volume_L: thousandth(k.limits.volume_mL),
          mirrored: k.mirrored,
        });
      });
    });
  }
  protected zoneName = (id: string): string => ZONES.find((z) => z.id === id)?.name ?? 'anything';
  protected more(): void {
    this.form.controls.places.push(placeForm({ id: uuidv7(), name: '', row: 0, heightBand: 'low', locked: false }));
    this.form.markAsDirty();
  }
  protected isUsed = (id: string): boolean => this.used().includes(id);
  protected drop(i: number): void {
    this.form.controls.places.removeAt(i);
    this.form.markAsDirty();
  }
  protected save(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    const { name, room, places, mirrored } = this.form.getRawValue();
    const { mass_kg, volume_L, places: rows } = this.form.controls;
    const thousand = (x: number | null): number | null => (x ? x * 1000 : null);
    const { id, version } = this.laid ?? this.kit();
    const fields = {
      name: name.trim(),
      room: room || null,
      mirrored,
      limits: { mass_g: thousand(numberIn(mass_kg)), volume_mL: thousand(numberIn(volume_L)) },
      places: places.map(({ zone, ...p }, row) => ({
        ...p,
        name: p.name.trim(),
        row,
        capacity: numberIn(rows.at(row).controls.capacity),
        ...(zone ? { zone } : {}),
      })),
    };
    this.deeds.ask({ does: 'change', on: 'kits', id, version, fields }, `${fields.name} is changed.`);
  }
  protected putAway(): void {
    const { id, version, name } = this.kit();
    this.putting.ask({ does: 'put-away', on: 'kits', id, version }, `${name} is put away.`);
  }
}
