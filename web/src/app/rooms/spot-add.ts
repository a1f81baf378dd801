import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { type Room, type Spot, spotKinds, spotOf } from '@dolly-tub/core';
import { deedsFrom } from '../household/deeds';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser, type Choice } from '../shared/chooser';
import { usualFirst } from '../shared/faces';
import { said } from '../shared/valid';
import { capital } from '../shared/words';
import { guardForm } from '../shared/unsaved';

const OTHER = '';

/** One more spot of a room, as a sentence: what it is and what it is made of. */
@Component({
  selector: 'dt-spot-add',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Chooser, MatButton, MatFormFieldModule, MatInputModule, ReactiveFormsModule],
  templateUrl: './spot-add.html',
  styleUrl: './room-edit.scss',
})
export class SpotAdd {
  private readonly knowledge = inject(Knowledge);
  protected readonly deeds = deedsFrom('rooms: add a spot');
  readonly room = input.required<Room>();
  readonly spots = input.required<readonly Spot[]>();
  /** The new spot’s id, or nothing when it was left. */
  readonly done = output<string | null>();
  protected readonly kind = signal<string | null>(null);
  private readonly said = signal<string | null>(null);
  protected readonly name = new FormControl('', { nonNullable: true, validators: [said] });
  protected readonly form = new FormGroup({ name: this.name });

  constructor() {
    guardForm(this.form, 'the new spot', this.deeds.done);
    this.deeds.done.pipe(takeUntilDestroyed()).subscribe(({ outcomes }) => this.done.emit(outcomes[0]!.id));
  }
  private readonly known = computed(() => {
    const c = this.knowledge.catalogue();
    return c ? spotKinds(c) : [];
  });
  protected readonly kinds = computed<Choice[]>(() => [
    ...this.known().map(({ id, name }) => ({ id, name })),
    { id: OTHER, name: 'something else', also: ['other'], note: 'give it a name of your own' },
  ]);
  private readonly template = computed(() => this.known().find((k) => k.id === this.kind()) ?? null);
  protected readonly faces = computed<Choice[]>(() => {
    const c = this.knowledge.catalogue();
    return c ? usualFirst(this.template()?.faces ?? [], c) : [];
  });
  protected readonly face = computed(() => this.said() ?? this.template()?.faces[0] ?? null);
  protected choose(id: string): void {
    this.kind.set(id);
    this.said.set(null);
    const name = this.known().find((k) => k.id === id)?.name;
    if (name) this.name.setValue(capital(name));
  }
  protected isOf(face: string): void {
    this.said.set(face);
  }
  protected add(): void {
    this.name.markAsTouched();
    const c = this.knowledge.catalogue();
    const face = this.face();
    if (!c || this.name.invalid || face === null) return;
    const name = this.name.value.trim();
    const body = spotOf(this.kind() || null, name, face, this.room(), this.spots(), c);
    this.deeds.ask({ does: 'make', on: 'spots', body }, `${name} is noted in ${this.room().name}.`);
  }
}
