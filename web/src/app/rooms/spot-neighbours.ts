import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatIcon } from '@angular/material/icon';
import { likelyNeighbours, type Spot } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectSpots } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser, type Choice } from '../shared/chooser';
import { everyFace } from '../shared/faces';

type Neighbours = Spot['neighbours'];
const RELATIONS: Choice[] = [
  { id: 'below', name: 'below it' },
  { id: 'beside', name: 'beside it' },
  { id: 'joint', name: 'joined to it' },
];

/** What lies below or beside a spot, and whether what is put on there runs onto it: proposed by the plan, said by the person. */
@Component({
  selector: 'dt-spot-neighbours',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Chooser, MatButton, MatCheckbox, MatIcon],
  templateUrl: './spot-neighbours.html',
  styleUrl: './spot-neighbours.scss',
})
export class SpotNeighbours {
  private readonly catalogue = inject(Knowledge).catalogue;
  private readonly spots = inject(Store).selectSignal(selectSpots);
  readonly spot = input.required<Spot>();
  readonly value = input.required<Neighbours>();
  readonly changed = output<Neighbours>();
  protected readonly relations = RELATIONS;
  private readonly faces = computed(() => (this.catalogue() ? everyFace(this.catalogue()!) : []));
  private nameOf(n: Neighbours[number]): string {
    const face = n.finish ? `${n.material}/${n.finish}` : n.material;
    return (
      this.spots().find((s) => s.id === n.spot)?.name ??
      this.faces().find((f) => f.id === face)?.name ??
      'something that is gone'
    );
  }
  protected readonly rows = computed(() => this.value().map((n) => ({ ...n, name: this.nameOf(n) })));
  protected readonly likely = computed(() =>
    likelyNeighbours({ ...this.spot(), neighbours: this.value() }, this.spots()).map((n) => ({
      n,
      words: `${this.nameOf(n)} (${n.relation === 'below' ? 'below, it runs there' : 'beside'})`,
    })),
  );
  /** Spots of the room first; then anything that is no spot of its own: the marble under the window. */
  protected readonly choices = computed<Choice[]>(() => [
    ...this.spots()
      .filter((s) => s.room === this.spot().room && s.id !== this.spot().id)
      .map((s) => ({ id: `spot:${s.id}`, name: s.name, note: 'of this room' })),
    ...this.faces(),
  ]);
  protected add(id: string): void {
    const [material, finish] = id.split('/');
    const what = id.startsWith('spot:')
      ? { spot: id.slice(5) }
      : { material: material!, ...(finish ? { finish } : {}) };
    this.put({ ...what, relation: 'below', runoff: true });
  }
  protected put(n: Neighbours[number]): void {
    this.changed.emit([...this.value(), n]);
  }
  protected change(i: number, to: Partial<Neighbours[number]>): void {
    this.changed.emit(this.value().map((n, k) => (k === i ? { ...n, ...to } : n)));
  }
  protected relate(i: number, relation: string): void {
    this.change(i, { relation: relation as Neighbours[number]['relation'] });
  }
  protected drop(i: number): void {
    this.changed.emit(this.value().filter((_, k) => k !== i));
  }
}
