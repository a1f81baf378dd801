import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { VerdictShape } from '../shared/verdict-shape';
import { capital } from '../shared/words';

/** Two things that may not stand together. */
export interface Clash {
  pair: readonly string[];
  /** `bleach and vinegar` */
  what: string;
  level: number;
  because: string;
  then: string;
}
/** What must not stand together on a shelf, worst first, and what to do. */
@Component({
  selector: 'dt-clashes',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink, VerdictShape],
  templateUrl: './clashes.html',
  styleUrl: './clashes.scss',
})
export class Clashes {
  readonly all = input.required<readonly Clash[]>();
  protected readonly rows = computed(() =>
    this.all().map((c) => ({
      ...c,
      key: c.pair.join('|'),
      names: capital(c.what),
      says: c.because.charAt(0).toLowerCase() + c.because.slice(1),
    })),
  );
}
