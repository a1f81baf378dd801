import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { Router, RouterLink } from '@angular/router';
import { type KitKind, layKit, lettersOf, listedThings, profileOf } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { v7 as uuidv7 } from 'uuid';
import { deedsFrom } from '../household/deeds';
import { selectHousehold } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser, type Choice } from '../shared/chooser';
import { Clock } from '../shared/clock';
import { said } from '../shared/valid';
import { capital } from '../shared/words';
import { guardForm } from '../shared/unsaved';

/** One more kit: of a kind, for a room, with what of the usual things the house has; or with nothing on it yet. */
@Component({
  selector: 'dt-kit-make',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Chooser, MatButton, MatCheckbox, MatFormFieldModule, MatInputModule, ReactiveFormsModule, RouterLink],
  templateUrl: './kit-make.page.html',
  styleUrl: './kit-make.page.scss',
})
export class KitMakePage {
  private readonly router = inject(Router);
  private readonly knowledge = inject(Knowledge);
  private readonly clock = inject(Clock);
  protected readonly deeds = deedsFrom('kits: make');
  private readonly household = inject(Store).selectSignal(selectHousehold);
  /** /kits/new?kind=&room= */
  readonly kindId = input<string | undefined>(undefined, { alias: 'kind' });
  readonly roomId = input<string | undefined>(undefined, { alias: 'room' });
  /** What the house has not, of the usual things. */
  private readonly without = signal<ReadonlySet<string>>(new Set());
  protected readonly name = new FormControl('', { nonNullable: true, validators: [said] });
  protected readonly form = new FormGroup({ name: this.name });
  protected readonly capital = capital;

  constructor() {
    guardForm(this.form, 'the new kit', this.deeds.done);
    void this.knowledge.load();
    this.deeds.done.pipe(takeUntilDestroyed()).subscribe(() => void this.router.navigate(['/kits', this.made]));
    effect(() => {
      const name = this.named();
      untracked(() => {
        if (name && !this.name.dirty) this.name.setValue(name);
      });
    });
  }
  private made = '';
  protected readonly kinds = computed(() => [...(this.knowledge.catalogue()?.kitkinds.values() ?? [])]);
  protected readonly kind = computed<KitKind | null>(
    () => this.knowledge.catalogue()?.kitkinds.get(this.kindId() ?? '') ?? null,
  );
  protected readonly rooms = computed<Choice[]>(() => [
    { id: '', name: 'no room: for the whole house' },
    ...this.household().rooms.map(({ id, name }) => ({ id, name })),
  ]);
  private readonly room = computed(() => this.household().rooms.find((r) => r.id === this.roomId()) ?? null);
  private readonly named = computed(() => {
    const [kind, room] = [this.kind(), this.room()];
    return kind ? capital(room ? `${room.name}: ${kind.name}` : kind.name).slice(0, 80) : '';
  });
  protected readonly things = computed(() => {
    const [c, kind] = [this.knowledge.catalogue(), this.kind()];
    if (!c || !kind) return [];
    return listedThings(kind, this.household().settings?.waterHardness_mgL ?? 0, c).map((t) => ({
      ...t,
      has: !this.without().has(t.item),
    }));
  });
  protected ask(query: { kind?: string; room?: string }): void {
    void this.router.navigate(['/kits/new'], { queryParams: query, queryParamsHandling: 'merge', replaceUrl: true });
  }
  protected tick(item: string, has: boolean): void {
    const now = new Set(this.without());
    if (has) now.delete(item);
    else now.add(item);
    this.without.set(now);
  }
  protected none(): void {
    this.without.set(new Set(this.things().map((t) => t.item)));
  }
  protected make(): void {
    this.name.markAsTouched();
    const [c, kind, h] = [this.knowledge.catalogue(), this.kind(), this.household()];
    if (!c || !kind || this.name.invalid) return;
    const laid = layKit(
      {
        kind,
        name: this.name.value.trim(),
        room: this.room()?.id ?? null,
        hardness_mgL: h.settings?.waterHardness_mgL ?? 0,
        have: new Set(this.things().flatMap((t) => (t.has ? [t.item] : []))),
        letters: lettersOf(h.settings, c),
      },
      uuidv7,
      profileOf(h, this.clock.minute()),
      c,
    );
    this.made = laid.kit;
    const name = this.name.value.trim();
    this.deeds.ask(
      { does: 'write', entry: { kind: 'edit', edits: laid.edits, names: { record: name } } },
      `${name} is made, with ${laid.edits.length - 1} things.`,
    );
  }
}
