import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatExpansionModule } from '@angular/material/expansion';
import { MatIcon } from '@angular/material/icon';
import {
  cornerCut,
  cornerOf,
  type Cut,
  cutOf,
  type Edit,
  type Fixture,
  fixtureMoved,
  furnished,
  type Opening,
  openingsWith,
  type Room,
  type Spot,
  unfurnished,
  usualOpening,
  wallNames,
} from '@dolly-tub/core';
import { v7 as uuidv7 } from 'uuid';
import { deedsFrom } from '../household/deeds';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser, type Choice } from '../shared/chooser';
import { capital } from '../shared/words';
import { OpeningRow } from './opening-row';
import { RoomShape } from './room-shape';
import { ThingRow } from './thing-row';

/** What stands in a room, and its doors and windows: brought in, put elsewhere by numbers, taken out; each one deed. */
@Component({
  selector: 'dt-room-things',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatIcon, Chooser, MatButton, MatExpansionModule, OpeningRow, RoomShape, ThingRow],
  templateUrl: './room-things.html',
  styleUrl: './room-things.scss',
})
export class RoomThings {
  private readonly catalogue = inject(Knowledge).catalogue;
  protected readonly deeds = deedsFrom('rooms: things of a room');
  protected readonly refused = signal<string | null>(null);
  readonly room = input.required<Room>();
  readonly spots = input.required<readonly Spot[]>();
  protected readonly kinds = computed<Choice[]>(() =>
    [...(this.catalogue()?.fixtures.values() ?? [])].map((f) => ({
      id: f.id,
      name: f.name,
      note: f.spots.map((s) => s.name).join(', '),
    })),
  );
  protected readonly corner = computed(() => cornerOf(this.room()));
  protected readonly walls = computed(() => wallNames(this.room()));
  protected readonly shape = computed(() => {
    const cut = cutOf(this.room());
    return cut
      ? `the ${cut.corner} corner is missing`
      : this.walls().length === 4
        ? 'four corners'
        : `${this.walls().length} walls`;
  });
  protected readonly capital = capital;
  protected readonly things = computed(() =>
    this.room().fixtures.map((f) => {
      const parts = this.spots().filter((s) => s.fixture === f.id);
      return {
        fixture: f,
        name: f.id.replace(/-/g, ' '),
        title: capital(f.id.replace(/-/g, ' ')),
        size: `${f.w / 1000} × ${f.d / 1000} m`,
        hangs: parts.length ? `With it go ${parts.map((s) => s.name.toLowerCase()).join(', ')}.` : '',
      };
    }),
  );
  private write(edits: Edit[], says: string): void {
    if (!edits.length) return;
    const entry = { kind: 'edit' as const, edits, names: { record: this.room().name } };
    this.deeds.ask({ does: 'write', entry }, says);
  }
  protected bring(kind: string): void {
    const c = this.catalogue()!;
    const made = furnished(this.room(), this.spots(), kind, uuidv7, c);
    if (made.ok) this.write(made.value.edits, `${capital(c.fixtures.get(kind)!.name)}: brought in, with its spots.`);
  }
  protected put(id: string, name: string, to: Partial<Fixture>): void {
    const edits = fixtureMoved(this.room(), this.spots(), id, to);
    this.refused.set(edits.length ? null : `The ${name} would stand in the corner that this room lacks.`);
    this.write(edits, `${capital(name)}: put there.`);
  }
  protected out(id: string, name: string): void {
    this.write(unfurnished(this.room(), this.spots(), id), `${capital(name)}: taken out.`);
  }
  protected cut(cut: Cut | null): void {
    this.write(cornerCut(this.room(), this.spots(), cut), `${this.room().name}: its walls are changed.`);
  }
  protected open(kind: Opening['kind']): void {
    this.write(
      openingsWith(this.room(), this.room().openings.length, usualOpening(this.room(), kind)),
      `One more ${kind}.`,
    );
  }
  protected putOpening(n: number, o: Opening | null): void {
    const { kind } = this.room().openings[n]!;
    this.write(openingsWith(this.room(), n, o), `${capital(kind)}: ${o ? 'put there' : 'taken out'}.`);
  }
}
