import { ChangeDetectionStrategy, Component, computed, effect, inject, output, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatSelectModule } from '@angular/material/select';
import type { Bottle, Vessel } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { v7 as uuidv7 } from 'uuid';
import { deedsFrom } from '../household/deeds';
import { selectBottles, selectKits } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { between, numberIn, said } from '../shared/valid';
import { capital } from '../shared/words';
import { guardForm } from '../shared/unsaved';

const MATERIALS = ['plastic', 'glass', 'metal'];

/** A bottle of one’s own: its outline, how much goes in, clear or opaque. */
@Component({
  selector: 'dt-bottle-make',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatButton,
    MatButtonToggle,
    MatButtonToggleGroup,
    MatCheckbox,
    MatFormFieldModule,
    MatInputModule,
    MatSelectModule,
    ReactiveFormsModule,
  ],
  templateUrl: './bottle-make.html',
  styleUrl: './bottle-make.scss',
})
export class BottleMake {
  private readonly store = inject(Store);
  private readonly knowledge = inject(Knowledge);
  protected readonly deeds = deedsFrom('dilute: make a bottle');
  private readonly bottles = this.store.selectSignal(selectBottles);
  protected readonly kits = this.store.selectSignal(selectKits);
  /** The new bottle’s id, or nothing when it was left. */
  readonly done = output<string | null>();
  protected readonly materials = MATERIALS;
  protected readonly form = new FormGroup({
    outline: new FormControl<Bottle['outline']>('sprayer', { nonNullable: true }),
    capacity: new FormControl('500', { nonNullable: true, validators: [said, between(10, 100_000)] }),
    name: new FormControl('', { nonNullable: true, validators: [said] }),
    opaque: new FormControl(false, { nonNullable: true }),
    material: new FormControl('plastic', { nonNullable: true }),
    kit: new FormControl('', { nonNullable: true }),
  });
  protected readonly outlines = computed(() => [...(this.knowledge.catalogue()?.vessels.values() ?? [])]);
  private readonly outline = (id: string): Vessel | undefined => this.outlines().find((v) => v.id === id);

  constructor() {
    guardForm(this.form, 'the new bottle', this.deeds.done);
    this.deeds.done.pipe(takeUntilDestroyed()).subscribe(({ outcomes }) => this.done.emit(outcomes[0]!.id));
    effect(() => {
      if (this.outlines().length) untracked(() => this.takes(this.form.controls.outline.value));
    });
  }
  /** Another outline has another usual size, and another name as long as none was typed. */
  protected takes(outline: Bottle['outline']): void {
    const { capacity, name } = this.form.controls;
    this.form.controls.outline.setValue(outline);
    if (!capacity.dirty) capacity.setValue(String(this.outline(outline)?.usual_mL ?? ''));
    const word = this.outline(outline)?.name ?? outline;
    const same = this.bottles().filter((b) => b.outline === outline).length;
    if (!name.dirty) name.setValue(capital(same ? `${word} ${same + 1}` : word));
  }
  protected make(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    const { outline, name, opaque, material, kit } = this.form.getRawValue();
    const head = this.outline(outline)?.head;
    const body = {
      name: name.trim(),
      capacity_mL: numberIn(this.form.controls.capacity)!,
      outline,
      head: head ? { id: uuidv7(), kind: head } : null,
      material,
      opaque,
      kit: kit || null,
    };
    this.deeds.ask({ does: 'make', on: 'bottles', body }, `${body.name} is there.`);
  }
}
