import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatListModule } from '@angular/material/list';
import { type Edit, putAwaySpots, type Spot } from '@dolly-tub/core';
import { deedsFrom } from '../household/deeds';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser, type Choice } from '../shared/chooser';
import { everyFace } from '../shared/faces';
import { PutAway } from '../shared/put-away';
import { between, numberIn, typed } from '../shared/valid';

/** Several spots of a room at once: of one material, on one interval, or put away; one deed, so one undo. */
@Component({
  selector: 'dt-spots-many',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Chooser, MatButton, MatFormFieldModule, MatInputModule, MatListModule, PutAway, ReactiveFormsModule],
  templateUrl: './spots-many.html',
  styleUrl: './room-things.scss',
})
export class SpotsMany {
  private readonly catalogue = inject(Knowledge).catalogue;
  protected readonly deeds = deedsFrom('rooms: several spots');
  readonly spots = input.required<readonly Spot[]>();
  readonly done = output<void>();
  protected readonly form = new FormGroup({
    picked: new FormControl<string[]>([], { nonNullable: true }),
    interval: typed(between(0.5, 3650)),
  });
  protected readonly face = signal<string | null>(null);
  protected readonly missing = signal<string | null>(null);
  protected readonly faces = computed<Choice[]>(() => (this.catalogue() ? everyFace(this.catalogue()!) : []));

  constructor() {
    this.deeds.done.pipe(takeUntilDestroyed()).subscribe(() => this.done.emit());
  }
  private get chosen(): readonly Spot[] {
    const ids = new Set(this.form.controls.picked.value);
    return this.spots().filter((s) => ids.has(s.id));
  }
  protected faceOf = (s: Spot): string =>
    this.faces().find((f) => f.id === (s.finish ? `${s.material}/${s.finish}` : s.material))?.name ?? s.material;
  private write(edits: Edit[], says: string): void {
    const record = this.chosen.map((s) => s.name).join(', ');
    this.deeds.ask({ does: 'write', entry: { kind: 'edit', edits, names: { record: record.slice(0, 200) } } }, says);
  }
  protected all(): void {
    const every = this.spots().map((s) => s.id);
    const has = this.form.controls.picked.value.length === every.length;
    this.form.controls.picked.setValue(has ? [] : every);
  }
  protected save(): void {
    this.form.markAllAsTouched();
    const days = numberIn(this.form.controls.interval);
    const [material, finish] = this.face()?.split('/') ?? [];
    this.missing.set(
      !this.chosen.length
        ? 'Tick the spots that are meant.'
        : days === null && !material
          ? 'Say what they are made of, or how often they are looked after.'
          : null,
    );
    if (this.missing() || this.form.invalid) return;
    const fields = {
      ...(material ? { material, finish: finish ?? null } : {}),
      ...(days === null ? {} : { interval_days: days }),
    };
    this.write(
      this.chosen.map((s) => ({ does: 'change', on: 'spots', id: s.id, version: s.version, fields })),
      `${this.chosen.length} spots are changed.`,
    );
  }
  protected putAway(): void {
    if (!this.chosen.length) return this.missing.set('Tick the spots that are meant.');
    this.write(putAwaySpots(this.chosen, this.spots()), `${this.chosen.length} spots are put away.`);
  }
}
