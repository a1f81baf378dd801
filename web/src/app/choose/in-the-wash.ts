import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatButton } from '@angular/material/button';
import { MatExpansionModule } from '@angular/material/expansion';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatIcon } from '@angular/material/icon';
import { MatSelectModule } from '@angular/material/select';
import { RouterLink } from '@angular/router';
import { CARE, type CareLabel, careWords, type Laundry } from '@dolly-tub/core';
import { SourceNote } from '../shared/source-note';
import { capital } from '../shared/words';

/** The lines of a care label with what each may say, in the order of its signs. */
const LINES: readonly { key: keyof CareLabel; name: string; words: Readonly<Record<string, string>> }[] = [
  {
    key: 'wash',
    name: 'Tub',
    words: { 95: '95 °C', 60: '60 °C', 40: '40 °C', 30: '30 °C', hand: 'a hand in it', no: 'crossed out' },
  },
  {
    key: 'process',
    name: 'Bar under it',
    words: { normal: 'none: normal', mild: 'one: mild', 'very mild': 'two: very mild' },
  },
  {
    key: 'bleach',
    name: 'Triangle',
    words: { any: 'empty: any', 'oxygen only': 'two lines: oxygen', no: 'crossed out' },
  },
  { key: 'tumble', name: 'Circle in a square', words: { normal: 'two dots', low: 'one dot: low', no: 'crossed out' } },
];

/** What a machine does about it: programme, what goes in with it, how it dries; or why nothing of it goes in. The label first. */
@Component({
  selector: 'dt-in-the-wash',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MatButton, MatExpansionModule, MatFormFieldModule, MatIcon, MatSelectModule, RouterLink, SourceNote],
  templateUrl: './in-the-wash.html',
  styleUrl: './in-the-wash.scss',
})
export class InTheWash {
  readonly laundry = input.required<Laundry>();
  readonly label = input<CareLabel>({});
  /** The label as it was read, in the words of an address. */
  readonly read = output<string>();
  readonly begin = output<Extract<Laundry, { may: 'yes' }>>();
  protected readonly capital = capital;
  protected readonly lines = LINES.map((l) => ({
    ...l,
    choices: CARE[l.key].map((id) => ({ id: id as string, name: l.words[id]! })),
  }));
  protected readonly isRead = computed(() => careWords(this.label()) !== '');
  protected readonly with = computed(() => {
    const l = this.laundry();
    return l.may === 'yes' ? [l.detergent, ...(l.booster ? [l.booster] : [])] : [];
  });
  protected say(key: keyof CareLabel, said: string | null): void {
    const { [key]: _before, ...others } = this.label();
    this.read.emit(careWords(said ? ({ ...others, [key]: said } as CareLabel) : others));
  }
}
