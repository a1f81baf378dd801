import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatSlideToggle } from '@angular/material/slide-toggle';
import {
  type Catalogue,
  type KitKind,
  type LogFields,
  layKit,
  lettersOf,
  listedThings,
  layRoom,
  notKnownIn,
  profileOf,
  type RoomDraft,
  spotsOfDraft,
} from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { v7 as uuidv7 } from 'uuid';
import { deedsFrom } from '../household/deeds';
import { selectHousehold } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser } from '../shared/chooser';
import { Clock } from '../shared/clock';
import { usualFirst } from '../shared/faces';
import { Residents } from '../shared/residents';
import { between, numberIn, said } from '../shared/valid';
import { capital } from '../shared/words';
import { makeEvents, makeFeature } from './make.state';

/** One room as sentences, with the usual thing filled in; made with its kit in one deed once it is confirmed. */
@Component({
  selector: 'dt-make-room',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    Chooser,
    MatButton,
    MatCheckbox,
    MatFormFieldModule,
    MatInputModule,
    MatSlideToggle,
    ReactiveFormsModule,
    Residents,
  ],
  templateUrl: './room.html',
  styleUrl: './room.scss',
})
export class MakeRoom {
  protected readonly store = inject(Store);
  protected readonly events = makeEvents;
  private readonly knowledge = inject(Knowledge);
  private readonly clock = inject(Clock);
  protected readonly deeds = deedsFrom('make: room');
  private readonly household = this.store.selectSignal(selectHousehold);
  private readonly have = this.store.selectSignal(makeFeature.selectHave);
  private readonly bare = this.store.selectSignal(makeFeature.selectBare);
  readonly draft = input.required<RoomDraft>();
  /** Rooms that come after it. */
  readonly left = input(0);
  protected readonly capital = capital;
  protected readonly form = new FormGroup({
    name: new FormControl('', { nonNullable: true, validators: [said] }),
    width: new FormControl('', { nonNullable: true, validators: [said, between(0.5, 20)] }),
    depth: new FormControl('', { nonNullable: true, validators: [said, between(0.5, 20)] }),
  });
  /** What it was called when its making was asked for. */
  private asked = '';

  constructor() {
    this.deeds.done
      .pipe(takeUntilDestroyed())
      .subscribe(() => this.store.dispatch(makeEvents.roomMade({ name: this.asked })));
    effect(() => {
      const { name, width_mm, depth_mm } = this.draft();
      untracked(() =>
        this.form.reset({ name, width: String(width_mm / 1000), depth: String(depth_mm / 1000) }, { emitEvent: false }),
      );
    });
  }
  private get catalogue(): Catalogue {
    return this.knowledge.catalogue()!;
  }
  protected readonly kind = computed(() => this.catalogue.roomkinds.get(this.draft().kind)!);
  /** What stands there, a sentence each: a spot in it and what that is made of. */
  protected readonly fixtures = computed(() =>
    this.draft().fixtures.map((f) => ({
      key: f.key,
      name: this.catalogue.fixtures.get(f.kind)!.name,
      residents: f.residents,
      asksResidents: this.catalogue.fixtures.get(f.kind)!.spots.some((s) => s.residents),
      spots: f.spots.map((s) => ({ ...s, choices: usualFirst(s.faces, this.catalogue) })),
    })),
  );
  protected readonly floor = computed(() => {
    const { floor } = this.draft();
    return { ...floor, choices: usualFirst(floor.faces, this.catalogue) };
  });
  protected readonly count = computed(() => spotsOfDraft(this.draft()).length);
  protected readonly open = computed(() => notKnownIn(this.draft(), this.catalogue).length);
  /** What such rooms have besides, and what of it is there may be there twice. */
  protected readonly besides = computed(() =>
    [...new Set([...this.kind().also, ...this.kind().fixtures])].map((id) => ({
      id,
      name: this.catalogue.fixtures.get(id)!.name,
    })),
  );
  protected readonly kit = computed(() => {
    const kind = this.catalogue.kitkinds.get(this.kind().kit ?? '');
    if (!kind) return null;
    const usual = listedThings(kind, this.household().settings?.waterHardness_mgL ?? 0, this.catalogue);
    const have = this.have()[kind.id] ?? usual.map((t) => t.item);
    const things = usual.map((t) => ({ ...t, has: have.includes(t.item) }));
    return {
      kind,
      things,
      asks: this.laid({ kind, things }, null).asks,
      wanted: !this.bare().includes(this.draft().name),
      usual: usual.map((t) => t.item),
    };
  });
  private laid(k: { kind: KitKind; things: readonly { item: string; has: boolean }[] }, room: string | null) {
    const h = this.household();
    return layKit(
      {
        kind: k.kind,
        name: `${this.draft().name}: ${k.kind.name}`.slice(0, 80),
        room,
        hardness_mgL: h.settings?.waterHardness_mgL ?? 0,
        have: new Set(k.things.filter((t) => t.has).map((t) => t.item)),
        letters: lettersOf(h.settings, this.catalogue),
      },
      uuidv7,
      profileOf(h, this.clock.minute()),
      this.catalogue,
    );
  }
  protected put(change: Partial<RoomDraft>): void {
    this.store.dispatch(makeEvents.roomPutRight({ name: this.draft().name, change }));
  }
  protected typed(key: 'name' | 'width' | 'depth'): void {
    const field = this.form.controls[key];
    field.markAsTouched();
    if (field.invalid) return;
    if (key === 'name') this.put({ name: field.value.trim() });
    else this.put({ [key === 'width' ? 'width_mm' : 'depth_mm']: Math.round(numberIn(field)! * 1000) });
  }
  protected is(key: string, face: string): void {
    this.store.dispatch(makeEvents.spotPutRight({ name: this.draft().name, key, change: { face } }));
  }
  protected strike(key: string, left: boolean): void {
    this.store.dispatch(makeEvents.spotPutRight({ name: this.draft().name, key, change: { left } }));
  }
  protected add(kind: string): void {
    this.store.dispatch(makeEvents.fixtureAdded({ name: this.draft().name, kind, catalogue: this.catalogue }));
  }
  /** The room, its spots and its kit: all of it or nothing, and one undo. */
  protected make(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    const [h, draft, k] = [this.household(), this.draft(), this.kit()];
    const { room, edits } = layRoom(draft, h.rooms.length, uuidv7, this.catalogue);
    const says = [`${draft.name} is made, with ${this.count()} spots`];
    if (k?.wanted) {
      const laid = this.laid(k, room);
      edits.push(...laid.edits);
      says.push(`and a kit of ${laid.edits.length - 1} things`);
    }
    this.asked = draft.name;
    const entry: LogFields = { kind: 'edit', edits, names: { record: draft.name } };
    this.deeds.ask({ does: 'write', entry }, `${says.join(' ')}.`);
  }
}
