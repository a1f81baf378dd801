import {
  ChangeDetectionStrategy,
  Component,
  computed,
  ElementRef,
  inject,
  output,
  signal,
  viewChild,
  viewChildren,
} from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatInputModule } from '@angular/material/input';
import { nameOfItem } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { selectBottles, selectKits, selectStock } from '../household/state';
import { Knowledge } from '../knowledge/knowledge';
import { capital } from '../shared/words';
import { Decoder } from './decoder';
import { CameraReader, type CodeReader, GivenReader, PictureReader } from './readers';

/** Ways in for a code: the camera, a picture, the fingers or a reader on a wire, and a reader that only acts as one. */
@Component({
  selector: 'dt-ways-in',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, MatFormFieldModule, MatIcon, MatInputModule, ReactiveFormsModule],
  templateUrl: './ways-in.html',
  styleUrl: './ways-in.scss',
})
export class WaysIn {
  /** From now on this one says the codes; null: none. */
  readonly reads = output<CodeReader | null>();
  private readonly decoder = inject(Decoder);
  private readonly store = inject(Store);
  private readonly knowledge = inject(Knowledge);
  private readonly stock = this.store.selectSignal(selectStock);
  private readonly kits = this.store.selectSignal(selectKits);
  private readonly bottles = this.store.selectSignal(selectBottles);
  private readonly video = viewChild.required('video', { read: ElementRef<HTMLVideoElement> });
  private readonly ways = viewChildren('way', { read: ElementRef<HTMLElement> });
  /** The way that the last code came in by: the next one does too, so focus goes back there. */
  private last = 'typed';
  protected readonly form = new FormGroup({ code: new FormControl('', { nonNullable: true }) });
  protected readonly open = signal<'camera' | 'acted' | null>(null);
  /** Packs and bottles that the reader without a camera can hold out: those that have a code, and one that is new. */
  protected readonly held = computed(() => {
    const c = this.knowledge.catalogue();
    const kit = (id: string): string => this.kits().find((k) => k.id === id)?.name ?? 'no kit';
    const packs = this.stock().flatMap((s) =>
      s.barcode ? [{ name: `${capital(nameOfItem(s.item, c))}, ${kit(s.kit)}`, text: s.barcode }] : [],
    );
    const bottles = this.bottles().flatMap((b) =>
      b.fill ? [{ name: `The label on ${b.name}`, text: `/dilute?bottle=${b.id}` }] : [],
    );
    return [...packs, ...bottles, { name: 'A pack that is new here', text: NEW }];
  });
  protected camera(): void {
    this.open.set('camera');
    this.last = 'camera';
    this.reads.emit(new CameraReader(this.video().nativeElement, this.decoder));
  }
  protected acted(): void {
    this.open.set('acted');
    this.last = 'acted';
    this.reads.emit(null);
  }
  protected close(): void {
    this.open.set(null);
    this.reads.emit(null);
  }
  protected take(field: HTMLInputElement): void {
    const files = [...(field.files ?? [])];
    field.value = '';
    this.last = 'picture';
    if (files.length) this.give(new PictureReader(files, this.decoder));
  }
  protected type(): void {
    const text = this.form.controls.code.value;
    this.form.reset();
    this.last = 'typed';
    this.give(new GivenReader([text]));
  }
  protected hold(text: string): void {
    this.reads.emit(new GivenReader([text]));
  }
  /** Once: the camera is put away for it. */
  private give(reader: CodeReader): void {
    this.open.set(null);
    this.reads.emit(reader);
  }
  /** Ready for the next code. */
  focus(): void {
    const way = this.ways().find((w) => w.nativeElement.dataset['way'] === this.last);
    way?.nativeElement.focus();
  }
}
/** A code within the house's own range, which no shop uses (GS1 General Specifications 2.1.11.2: prefixes 200–299). */
const NEW = '2990000000019';
