import { ReactiveFormsModule, FormControl } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { ChangeDetectionStrategy, Component, computed, effect, inject, input, model, output } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import {
  type Correction,
  type LabelAnswer,
  type LabelIngredient,
  readLabel,
  signsOn,
  withSigns,
} from '@dolly-tub/core';
import { Knowledge } from '../knowledge/knowledge';
import { Chooser, type Choice } from '../shared/chooser';
import { figure } from '../shared/words';
import { BesideHouse } from './beside-house';
import { LabelPicture } from './picture';
import { LabelSigns } from './signs';

const NONE = 'none';
const HOW: Record<LabelIngredient['match'], string> = {
  exact: 'as written',
  synonym: 'another name for it',
  cas: 'by its CAS number',
  near: 'only nearly: check it',
  corrected: 'you said so',
};
interface Row {
  text: string;
  name: string;
  classes: string;
  amount: string;
  how: string;
  /** It may be put right: not read, nearly read, or said by the household. */
  open: boolean;
  known: boolean;
  value: string | null;
}
/** A label as text, and what is read in it: each entry with how surely, and a way to put it right. */
@Component({
  selector: 'dt-label-reader',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatFormFieldModule, MatInputModule, ReactiveFormsModule, BesideHouse, Chooser, LabelPicture, LabelSigns],
  templateUrl: './label-reader.html',
  styleUrl: './label-reader.scss',
})
export class LabelReader {
  readonly text = model('');
  readonly corrections = model<readonly Correction[]>([]);
  /** Words of a picture that are not put right yet. */
  readonly open = model(0);
  readonly lines = input(4);
  /** A picture of it that was read. */
  readonly pictured = output<Blob>();
  protected readonly field = new FormControl('', { nonNullable: true });
  private readonly knowledge = inject(Knowledge);

  constructor() {
    effect(() => this.field.setValue(this.text(), { emitEvent: false }));
    this.field.valueChanges.pipe(takeUntilDestroyed()).subscribe((t) => this.text.set(t));
  }

  readonly answer = computed<LabelAnswer | null>(() => {
    const c = this.knowledge.catalogue();
    return c && this.text().trim() ? readLabel(this.text(), c, this.corrections()) : null;
  });
  protected readonly substances = computed<Choice[]>(() => [
    { id: NONE, name: 'none of these: leave it unknown' },
    ...[...(this.knowledge.catalogue()?.substances.values() ?? [])].map((s) => ({
      id: s.id,
      name: s.name,
      also: [...s.synonyms, ...(s.cas ? [s.cas] : [])],
    })),
  ]);
  protected readonly sum = computed(() => {
    const a = this.answer()!;
    const all = a.ingredients.length + a.unrecognised.length;
    if (!all) return 'Nothing to read yet.';
    return a.unrecognised.length
      ? `${a.ingredients.length} of ${all} recognised.`
      : `${all} recognised, nothing left over.`;
  });
  protected readonly verdict = computed(() => {
    const a = this.answer()!;
    const n = this.open();
    if (n)
      return `${n === 1 ? 'One word is' : `${n} words are`} not sure yet: until then it counts as holding something unknown.`;
    return a.undisclosed
      ? `Counts as not fully named, so as unknown: ${a.signs.join('; ')}.`
      : 'Counts as a full list.';
  });
  protected readonly rows = computed<Row[]>(() => {
    const a = this.answer();
    const c = this.knowledge.catalogue();
    if (!a || !c) return [];
    const nameOf = (id: string): string => c.substances.get(id)?.name ?? id;
    // what asks for a hand comes first
    return [
      ...a.unrecognised.map((t) => ({
        text: t,
        name: 'Not recognised',
        classes: '',
        amount: '',
        how: 'counts as unknown',
        open: true,
        known: false,
        value: null,
      })),
      ...a.ingredients.map((i) => ({
        text: i.text,
        name: i.substance
          ? [nameOf(i.substance), ...(i.match === 'near' ? (i.alsoMaybe ?? []).map(nameOf) : [])]
              .slice(0, 3)
              .join(' or ')
          : `May hold ${(i.alsoMaybe ?? []).map((x) => nameOf(x).toLowerCase()).join(', ')}`,
        classes: i.classes.map((k) => k.replace(/-/g, ' ')).join(', '),
        amount: i.percent ? range(i.percent) : '',
        how: !i.substance
          ? 'a warning on the label'
          : i.match === 'near' && !i.distance
            ? 'with a slip in the spelling'
            : HOW[i.match],
        open: i.match === 'near' || i.match === 'corrected',
        known: true,
        value: i.substance,
      })),
    ];
  });
  /** The signs that were tapped stay, whatever is put right above them. */
  protected read(text: string): void {
    this.text.set(withSigns(text, signsOn(this.text())));
  }
  protected short = (t: string): string => (t.length > 90 ? `${t.slice(0, 90)}…` : t);
  protected say(r: Row, id: string): void {
    const rest = this.corrections().filter((c) => c.text !== r.text);
    this.corrections.set([...rest, { text: r.text, substance: id === NONE ? null : id }]);
  }
}
const range = (p: { min: number; max: number }): string =>
  p.min === p.max
    ? `${figure(p.max)} %`
    : p.min === 0
      ? `up to ${figure(p.max)} %`
      : p.max === 100
        ? `${figure(p.min)} % or more`
        : `${figure(p.min)} to ${figure(p.max)} %`;
