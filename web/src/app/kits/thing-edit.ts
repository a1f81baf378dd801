import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule, type ValidatorFn } from '@angular/forms';
import { MatButton } from '@angular/material/button';
import { MatDatepickerModule } from '@angular/material/datepicker';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatSelectModule } from '@angular/material/select';
import { type Edit, type Kit, readAloudFor, readCode, type Stock } from '@dolly-tub/core';
import { Store } from '@ngrx/store';
import { deedsFrom } from '../household/deeds';
import { selectMembers, selectSettings } from '../household/state';
import { dates } from '../shared/dates';
import { layInto } from '../shared/lay';
import { PutAway } from '../shared/put-away';
import { between, dateOf, dayOf, numberIn, said, typed } from '../shared/valid';
import { guardForm } from '../shared/unsaved';

/** Words for how a pack feels in the hand. */
const FEELS = [
  { field: 'shape', words: ['round', 'square', 'flat', 'with a waist', 'a bag'] },
  { field: 'size', words: ['fits in the hand', 'larger than the hand', 'for two hands'] },
  { field: 'cap', words: ['screw cap', 'flip cap', 'trigger', 'pump', 'child-proof cap', 'lid'] },
] as const;
/** What nobody said of a pack that is told by touch otherwise. */
const UNSAID = 'not said';
const feltAs = (x: string | undefined): string => (x && x !== UNSAID ? x : '');
/** Nothing, or a code whose last figure fits. */
const isCode: ValidatorFn = ({ value }) =>
  !String(value ?? '').trim() || readCode(String(value)).ok ? null : { code: true };

/** A thing on a shelf: its pack, how much of it there shall be, its dates, its colour; taken off the shelf for good. */
@Component({
  selector: 'dt-thing-edit',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    MatButton,
    MatDatepickerModule,
    MatFormFieldModule,
    MatInputModule,
    MatSelectModule,
    ReactiveFormsModule,
    PutAway,
  ],
  providers: [dates()],
  templateUrl: './thing-edit.html',
  styleUrl: './add-things.scss',
})
export class ThingEdit {
  protected readonly deeds = deedsFrom('kits: change a thing');
  protected readonly settings = inject(Store).selectSignal(selectSettings);
  readonly stock = input.required<Stock>();
  readonly name = input.required<string>();
  readonly kit = input.required<Kit>();
  readonly done = output<void>();
  protected readonly form = new FormGroup({
    pack: typed(said, between(0.001, 1e6)),
    par: typed(between(0, 1e6)),
    openedOn: new FormControl<Date | null>(null),
    expiresOn: new FormControl<Date | null>(null),
    colourClass: typed(),
    price: typed(between(0, 1e6)),
    barcode: typed(isCode),
    shape: typed(),
    size: typed(),
    cap: typed(),
  });
  protected readonly feels = FEELS;
  /** How it feels is asked where somebody does not see well. */
  private readonly members = inject(Store).selectSignal(selectMembers);
  protected readonly byTouch = computed(() => readAloudFor(this.members()));

  /** The thing that the form was laid out for. */
  private laid: string | null = null;

  constructor() {
    guardForm(this.form, 'this thing', this.deeds.done);
    this.deeds.done.pipe(takeUntilDestroyed()).subscribe(() => this.done.emit());
    effect(() => {
      const s = this.stock();
      untracked(() => {
        const stored = {
          pack: String(s.pack.amount),
          par: String(this.parOf()?.level ?? ''),
          openedOn: dateOf(s.openedOn),
          expiresOn: dateOf(s.expiresOn),
          colourClass: s.colourClass ?? '',
          price: s.price ? String(s.price) : '',
          barcode: s.barcode ?? '',
          shape: feltAs(s.feel?.shape),
          size: feltAs(s.feel?.size),
          cap: feltAs(s.feel?.cap),
        };
        layInto(this.form, stored, this.laid === s.id);
        this.laid = s.id;
      });
    });
  }
  private readonly parOf = computed(() => this.kit().par.find((p) => p.item === this.stock().item));
  protected save(): void {
    this.form.markAllAsTouched();
    if (this.form.invalid) return;
    const s = this.stock();
    const { pack, par, price, openedOn, expiresOn, colourClass, barcode } = this.form.controls;
    const { shape, size, cap } = this.form.getRawValue();
    const code = readCode(barcode.value);
    const fields = {
      pack: { ...s.pack, amount: numberIn(pack)! },
      openedOn: dayOf(openedOn.value),
      expiresOn: dayOf(expiresOn.value),
      colourClass: colourClass.value || null,
      price: numberIn(price),
      barcode: code.ok ? code.value.code : null,
      feel: shape || size || cap ? { shape: shape || UNSAID, size: size || UNSAID, cap: cap || UNSAID } : null,
    };
    const edits: Edit[] = [
      { does: 'change', on: 'stock', id: s.id, version: s.version, fields },
      ...this.withPar(numberIn(par)),
    ];
    this.deeds.ask(
      { does: 'write', entry: { kind: 'edit', edits, names: { record: this.name() } } },
      `${this.name()} is changed.`,
    );
  }
  /** Of the kit's pars this one: changed, new, or gone. */
  private withPar(level: number | null): Edit[] {
    const { item, pack } = this.stock();
    if ((this.parOf()?.level ?? null) === level) return [];
    const rest = this.kit().par.filter((p) => p.item !== item);
    const par = level ? [...rest, { item, level, unit: pack.unit }] : rest;
    return [{ does: 'change', on: 'kits', id: this.kit().id, fields: { par } }];
  }
  protected takeOff(): void {
    const { id, version } = this.stock();
    this.deeds.ask({ does: 'put-away', on: 'stock', id, version }, `${this.name()} is off the shelf.`);
  }
}
