import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { type FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { Router } from '@angular/router';
import { MatButton } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { duplicated, type Edit, type LogFields, resized, type Room, sizeOf, type Spot } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { v7 as uuidv7 } from 'uuid';
import { deedsFrom } from '../household/deeds';
import { selectKits, selectRooms } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Residents } from '../shared/residents';
import { layInto } from '../shared/lay';
import { PutAway } from '../shared/put-away';
import { between, numberIn, said, typed } from '../shared/valid';
import { guardForm } from '../shared/unsaved';

/** Change a room: name, size, height, fan; make one more like it; put it away with all that stands in it. */
@Component({
  selector: 'dt-room-edit',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, MatFormFieldModule, MatInputModule, ReactiveFormsModule, Residents, PutAway],
  templateUrl: './room-edit.html',
  styleUrl: './room-edit.scss',
})
export class RoomEdit {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  protected readonly deeds = deedsFrom('rooms: edit a room');
  private readonly putting = deedsFrom('rooms: put away');
  private readonly keeping = deedsFrom('rooms: residents');
  private readonly catalogue = inject(Knowledge).catalogue;
  private readonly rooms = this.store.selectSignal(selectRooms);
  private readonly kits = this.store.selectSignal(selectKits);
  readonly room = input.required<Room>();
  readonly spots = input.required<readonly Spot[]>();
  readonly done = output<void>();
  protected readonly trouble = computed(() => this.deeds.trouble() ?? this.putting.trouble() ?? this.keeping.trouble());
  protected readonly form = new FormGroup({
    name: typed(said),
    width: typed(said, between(0.5, 30)),
    depth: typed(said, between(0.5, 30)),
    height: typed(said, between(0.5, 10)),
    fan: typed(between(0, 1000)),
    order: typed(said, between(1, 200)),
  });

  /** The room that the form was laid out for. */
  private laid: string | null = null;

  constructor() {
    guardForm(this.form, 'this room', this.deeds.done);
    this.deeds.done.pipe(takeUntilDestroyed()).subscribe(() => this.done.emit());
    this.putting.done.pipe(takeUntilDestroyed()).subscribe(() => void this.router.navigate(['/rooms']));
    effect(() => {
      const r = this.room();
      untracked(() => {
        const { width_mm, depth_mm } = sizeOf(r);
        const stored = {
          name: r.name,
          width: String(width_mm / 1000),
          depth: String(depth_mm / 1000),
          height: String(r.height_mm / 1000),
          fan: r.fan_Lps ? String(r.fan_Lps) : '',
          order: String(this.rooms().findIndex((x) => x.id === r.id) + 1),
        };
        layInto(this.form, stored, this.laid === r.id);
        this.laid = r.id;
      });
    });
  }
  /** Fixtures of a shape in which something often hangs or stands. */
  protected readonly asked = computed(() => {
    const shapes = new Set(
      [...(this.catalogue()?.fixtures.values() ?? [])]
        .filter((f) => f.spots.some((s) => s.residents))
        .map((f) => f.shape),
    );
    return this.room().fixtures.filter((f) => shapes.has(f.shape));
  });
  /** Kept at once: what bleach may not meet is no matter for later. */
  protected holds(id: string, resident: string[]): void {
    const { id: room, fixtures, name } = this.room();
    this.keeping.ask(
      {
        does: 'change',
        on: 'rooms',
        id: room,
        fields: { fixtures: fixtures.map((f) => (f.id === id ? { ...f, resident } : f)) },
      },
      `${name}: what stands in the ${id} is noted.`,
    );
  }
  /** What goes with it. */
  protected readonly hangs = computed(() => {
    const kits = this.kits().filter((k) => k.room === this.room().id);
    return [
      `${this.spots().length} ${this.spots().length === 1 ? 'spot' : 'spots'}`,
      ...kits.map((k) => `the kit ${k.name} with its things`),
    ].join(', ');
  });
  protected save(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    const r = this.room();
    const { name, width, depth, height, fan, order } = this.form.controls;
    const mm = (field: FormControl<string>): number => Math.round(numberIn(field)! * 1000);
    const sized = resized(r, this.spots(), mm(width), mm(depth));
    const same = JSON.stringify(sized.room.outline) === JSON.stringify(r.outline);
    const fields = {
      name: name.value.trim(),
      height_mm: mm(height),
      fan_Lps: numberIn(fan),
      ...(same ? {} : sized.room),
    };
    const edits: Edit[] = [
      { does: 'change', on: 'rooms', id: r.id, version: r.version, fields },
      ...(same
        ? []
        : sized.spots.map(({ id, fields }): Edit => ({ does: 'change', on: 'spots', id, fields: { ...fields } }))),
      ...this.reordered(Math.round(numberIn(order)!) - 1),
    ];
    const entry: LogFields = { kind: 'edit', edits, names: { record: fields.name } };
    this.deeds.ask({ does: 'write', entry }, `${fields.name} is changed.`);
  }
  /** Rooms in a new order: of each only what is another. */
  private reordered(to: number): Edit[] {
    const others = this.rooms().filter((x) => x.id !== this.room().id);
    const all = [...others.slice(0, to), this.room(), ...others.slice(to)];
    if (all.every((x, i) => x.id === this.rooms()[i]?.id)) return [];
    return all.flatMap((x, order): Edit[] =>
      x.order === order ? [] : [{ does: 'change', on: 'rooms', id: x.id, fields: { order } }],
    );
  }
  protected again(): void {
    const taken = new Set(this.rooms().map((x) => x.name));
    let n = 2;
    while (taken.has(`${this.room().name} ${n}`)) n++;
    const name = `${this.room().name} ${n}`;
    const { edits } = duplicated(this.room(), this.spots(), name, this.rooms().length, uuidv7);
    this.deeds.ask({ does: 'write', entry: { kind: 'edit', edits, names: { record: name } } }, `${name} is made.`);
  }
  protected putAway(): void {
    const { id, version, name } = this.room();
    this.putting.ask({ does: 'put-away', on: 'rooms', id, version }, `${name} is put away.`);
  }
}
